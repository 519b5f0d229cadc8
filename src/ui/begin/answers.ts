import { useEffect, useState } from 'react';
import { z } from 'zod';
import { feedSchema } from '@/core/platform/feed';
import { HOUSE_STYLES } from '@/core/paint/house-style';
import { SIGHTS, type FirstAnswers, type Sight } from '@/core/stage/first-show';
import { readJson, removeKey, writeJson } from '@/ui/data/storage';

/* What has been answered so far. It is kept until the show is made, so that a page that is closed meanwhile loses nothing. */

const KEY = 'begin';

const answersSchema = z.object({
  streams: z.enum(['upright', 'wide', 'both']),
  feed: feedSchema.nullable(),
  sees: z.array(z.enum(SIGHTS.map(({ kind }) => kind) as [Sight, ...Sight[]])),
  style: z.enum(HOUSE_STYLES),
});

const FIRST: FirstAnswers = {
  streams: 'upright',
  feed: null,
  sees: SIGHTS.filter(({ usual }) => usual).map(({ kind }) => kind),
  style: 'slip',
};

/** The answers, as they are given; null until those of before have been read. */
export function useAnswers(): [FirstAnswers | null, (change: Partial<FirstAnswers>) => void] {
  const [answers, setAnswers] = useState<FirstAnswers | null>(null);
  useEffect(() => {
    let on = true;
    void readJson(KEY).then((kept) => {
      if (on) setAnswers(answersSchema.safeParse(kept).data ?? FIRST);
    });
    return () => {
      on = false;
    };
  }, []);
  const change = (next: Partial<FirstAnswers>): void => {
    const all = { ...(answers ?? FIRST), ...next };
    setAnswers(all);
    void writeJson(KEY, all);
  };
  return [answers, change];
}

/** The show is made: the next one begins anew. */
export const forgetAnswers = (): Promise<void> => removeKey(KEY);
