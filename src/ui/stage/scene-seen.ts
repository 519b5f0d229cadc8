import { sceneOf } from '@/core/engine/feature/scene/schema';
import { useDeskView } from '@/ui/data/desk';
import { useShow } from '@/ui/data/show';

/** The scene that is on air; the first one while that is not known yet, since without any the pieces of all scenes would lie on each other. */
export function useSceneSeen(): string {
  const { scenes } = useShow();
  return sceneOf(
    scenes,
    useDeskView((view) => view.scene, ''),
  );
}
