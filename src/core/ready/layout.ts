import type { Finding } from '@/core/stage/judge/finding';
import { offered } from '@/core/stage/judge/mend';
import { phrase, type Phrase } from '@/core/words/phrase';
import { fewOf, type Check, type Looked } from './check';

/** So many are told of one by one; the rest is a number. */
const TOLD = 4;

/** What is wrong with the layout, in every scene. */
export function layoutChecks({ show, scenes }: Looked): Check[] {
  // What is wrong alike in several scenes is told once; where it is in another one still, it is told again once this one is mended.
  const known = new Set<string>();
  const all = scenes.flatMap(({ name, findings }) =>
    findings.flatMap((finding) => {
      const alike = JSON.stringify([finding.says, finding.pieces]);
      if (known.has(alike)) return [];
      known.add(alike);
      return [{ name, finding }];
    }),
  );
  if (all.length === 0)
    return [
      {
        key: 'layout',
        level: 'good',
        says: phrase('Viewers can read every piece, and nothing hides anything.'),
        why: null,
      },
    ];
  return fewOf(all, TOLD, {
    each: ({ name, finding }) => {
      const { label, does } = offered(show, finding.mend);
      return {
        key: `layout ${finding.key}`,
        level: 'first',
        says: finding.says,
        why: whyOf(name, finding),
        offer: { label, does: { kind: 'layout', mend: does } },
      };
    },
    rest: (n) => ({
      key: 'more layout',
      level: 'first',
      says: phrase('{n, plural, one {# more thing about the layout} other {# more things about the layout}}', { n }),
      why: null,
      offer: { label: phrase('Look at them'), does: { kind: 'go', to: '/stage' } },
    }),
  });
}

function whyOf(name: string | null, { figures }: Finding): Phrase | null {
  if (name === null) return figures ?? null;
  return figures
    ? phrase('In the scene {name}. {figures}', { name, figures })
    : phrase('In the scene {name}.', { name });
}
