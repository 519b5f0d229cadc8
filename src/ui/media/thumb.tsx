import { View } from 'react-native';
import Music from 'lucide-react-native/icons/music';
import { mediaKind, type Media } from '@/core/media/media';
import { useColours } from '@/ui/theme/look';
import { useMediaUrl } from './use-media';

/** A file seen small. */
export function Thumb({ media, size = 48 }: { media: Media; size?: number }) {
  const kind = mediaKind(media);
  const url = useMediaUrl(kind === 'sound' ? null : media.id);
  const { muted } = useColours();
  const fit = { width: size, height: size, objectFit: 'contain' as const };
  return (
    <View
      className="rounded-control bg-raised overflow-hidden items-center justify-center"
      style={{ width: size, height: size }}
    >
      {kind === 'sound' ? <Music size={20} color={muted} /> : null}
      {url !== null && kind === 'picture' ? <img src={url} alt="" style={fit} /> : null}
      {url !== null && kind === 'clip' ? (
        <video src={url} muted playsInline preload="metadata" style={fit} aria-hidden />
      ) : null}
    </View>
  );
}
