import { LINES } from '@/core/rehearsal/invented';
import { PEOPLE } from '../crowd/people';
import { pick } from '@/core/rehearsal/chance';
import { GIFTS } from './gifts';
import type { Person } from '../crowd/person';
import type { Room } from './room';

interface RunningStreak {
  user: Person;
  gift: (typeof GIFTS)[number];
  key: string;
  count: number;
  left: number;
}

/**
 * A scripted crowd: what a room's viewers do, at a rate, by a seeded source of chance. `step` makes one thing happen; how often it
 * is called is the rate.
 */
export class Crowd {
  private streaks: RunningStreak[] = [];
  private streakNumber = 0;
  private watching = 40;

  constructor(
    private readonly room: Room,
    private readonly random: () => number,
  ) {}

  step(): void {
    const { room, random } = this;
    const user = pick(random, PEOPLE);
    const running = this.streaks[0];
    if (running && random() < 0.3) {
      this.stepStreak(running);
      return;
    }
    const chance = random();
    if (chance < 0.52) room.like(user, 1 + Math.floor(random() * 15));
    else if (chance < 0.74) room.chat(user, pick(random, LINES));
    else if (chance < 0.82) room.simple('join', user);
    else if (chance < 0.91) this.give(user);
    else if (chance < 0.95) room.simple('follow', user);
    else if (chance < 0.98) room.simple('share', user);
    else if (chance < 0.99) room.subscribe(user, 1 + Math.floor(random() * 12));
    else {
      this.watching = Math.max(5, this.watching + Math.round((random() - 0.45) * 12));
      room.watching(this.watching);
    }
  }

  private give(user: Person): void {
    const { random } = this;
    // Small gifts are common and come in streaks; large ones are neither.
    const gift = GIFTS[Math.min(GIFTS.length - 1, Math.floor(random() ** 2.2 * GIFTS.length))] ?? GIFTS[0];
    if (gift.coins > 60 || random() < 0.4) {
      this.room.gift(user, gift, null);
      return;
    }
    this.streakNumber += 1;
    this.streaks.push({ user, gift, key: `s${this.streakNumber}`, count: 0, left: 1 + Math.floor(random() * 5) });
  }

  private stepStreak(streak: RunningStreak): void {
    if (streak.left === 0) {
      this.room.gift(streak.user, streak.gift, { key: streak.key, count: streak.count, step: 0, done: true });
      this.streaks.shift();
      return;
    }
    const step = 1 + Math.floor(this.random() * 3);
    streak.count += step;
    streak.left -= 1;
    this.room.gift(streak.user, streak.gift, { key: streak.key, count: streak.count, step, done: false });
  }

  /** Ends the streaks that still run, as a crowd does that stops. */
  finish(): void {
    for (const streak of this.streaks)
      if (streak.count > 0)
        this.room.gift(streak.user, streak.gift, { key: streak.key, count: streak.count, step: 0, done: true });
    this.streaks = [];
    this.room.flushHeld();
  }
}
