import { LINES } from '@/core/rehearsal/invented';
import { PEOPLE } from '../crowd/people';
import { pick } from '@/core/rehearsal/chance';
import type { OxbowChannel } from './channel';

const AMOUNTS = [
  ['2.00', 'EUR'],
  ['5.00', 'EUR'],
  ['12.50', 'EUR'],
  ['3.00', 'USD'],
  ['500', 'JPY'],
] as const;

/** One thing that a scripted crowd does in a channel, by a seeded source of chance. */
export function oxbowStep(channel: OxbowChannel, random: () => number): void {
  const user = pick(random, PEOPLE);
  const chance = random();
  if (chance < 0.72) channel.chat(user, pick(random, LINES));
  else if (chance < 0.84) channel.follow(user);
  else if (chance < 0.89) channel.subscribe(user, 1 + Math.floor(random() * 3), 1 + Math.floor(random() * 24));
  else if (chance < 0.92)
    channel.giftSubs(
      user,
      1,
      Array.from({ length: 1 + Math.floor(random() * 5) }, () => pick(random, PEOPLE)),
    );
  else if (chance < 0.97) {
    const [value, currency] = pick<readonly [string, string]>(random, AMOUNTS);
    channel.tip(user, value, currency);
  } else if (chance < 0.98) channel.raid(user, 5 + Math.floor(random() * 60));
  else channel.watching(40 + Math.floor(random() * 30));
}
