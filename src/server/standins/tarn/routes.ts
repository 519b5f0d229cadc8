import { createHash } from 'node:crypto';
import { json, Router, type Request, type Response } from 'express';
import { z } from 'zod';
import { problem } from '@/server/problem';
import { Places } from '../places';
import { LINES } from '@/core/rehearsal/invented';
import { PEOPLE } from '../crowd/people';
import { pick, seeded } from '@/core/rehearsal/chance';
import { personSchema } from '../crowd/person';
import { ChatDelay, chatDelaySchema } from '../crowd/chat-delay';
import { atRate, faultSchema } from '../crowd/faults';
import { TarnRoom } from './room';

const count = z.number().int().min(0).max(1e9);
/** What can be done in a room from outside: as a viewer, as its streamer, or to set faults (docs/tarn.md). */
const actSchema = z.discriminatedUnion('act', [
  z.object({ act: z.enum(['open', 'live', 'end', 'forget']) }),
  z.object({ act: z.literal('public'), on: z.boolean() }),
  chatDelaySchema,
  z.object({ act: z.literal('comment'), user: personSchema, text: z.string().max(60_000) }),
  z.object({
    act: z.literal('sticker'),
    user: personSchema,
    name: z.string().max(200).default('Pebble'),
    amountMicros: z.number().int().min(0).max(1e15),
    currency: z.string().max(3),
  }),
  z.object({ act: z.literal('member'), user: personSchema, level: z.number().int().min(1).max(100).default(1) }),
  z.object({ act: z.enum(['hearts', 'followers']), count }),
  /** The counters start again, at a lower reading. */
  z.object({ act: z.literal('restart'), hearts: count.default(0), followers: count.default(0) }),
  z.object({ act: z.literal('watching'), count }),
  z.object({ act: z.literal('malformed'), text: z.string().max(60_000) }),
  z.object({ act: z.literal('down'), ms: z.number().int().min(0).max(600_000) }),
  z.object({ act: z.literal('pace'), ms: z.number().int().min(0).max(600_000) }),
  faultSchema.extend({ act: z.literal('faults') }),
  z.object({ act: z.literal('crowd'), rate: z.number().min(0).max(5000), seed: z.number().int().default(1) }),
]);
type Act = z.infer<typeof actSchema>;

interface Place {
  room: TarnRoom;
  rate: number;
  stop: (() => void) | null;
  chatDelay: ChatDelay;
  /** Who asked when last, by address. */
  asked: Map<string, number>;
}

/** Tarn, the stand-in phone app: routes below /standins/tarn. */
export function tarn(handles: readonly string[]): Router {
  const make = (handle: string): Place => ({
    room: new TarnRoom(handle, Date.now, Math.random),
    rate: 0,
    stop: null,
    chatDelay: new ChatDelay(),
    asked: new Map(),
  });
  const places = new Places('Tarn', handles, make);
  const router = Router();

  router.get('/v1/rooms/:handle', (req, res) => {
    const place = places.of(req, res);
    if (place) res.json(describe(place));
  });
  router.get('/v1/rooms/:handle/activity', (req, res) => {
    const place = places.of(req, res);
    if (place) answer(place, req, res);
  });
  router.post('/v1/rooms/:handle/act', json({ limit: '4mb' }), (req, res) => {
    const parsed = actSchema.safeParse(req.body);
    if (!parsed.success)
      return problem(res, 400, {
        title: 'Not understood',
        detail: 'This is nothing that can be done in a room; docs/tarn.md lists what can.',
      });
    const handle = String(req.params.handle);
    if (parsed.data.act === 'open') places.open(handle);
    const place = places.of(req, res);
    if (!place) return;
    const refusal = act(place, parsed.data);
    if (refusal) problem(res, 409, { title: 'Not now', detail: refusal });
    else res.json(describe(place));
  });
  router.get('/ledger', (_req, res) => void res.json(places.each(({ room }) => room.ledger)));
  return router;
}

const describe = ({ room, rate }: Place) => ({
  handle: room.handle,
  state: room.state,
  public: room.public,
  watching: room.watching,
  hearts: room.hearts,
  followers: room.followers,
  crowd: rate,
  faults: room.faults,
});

/** One page of activity: not sooner than is allowed, not at all while Tarn is down, and nothing new said twice. */
function answer({ room, asked }: Place, req: Request, res: Response): void {
  const now = Date.now();
  res.set('cache-control', 'no-store');
  if (now < room.downUntil)
    return problem(res.set('retry-after', '1'), 503, { title: 'Down', detail: 'Tarn is being repaired.' });
  const who = req.ip ?? '';
  const early = (asked.get(who) ?? 0) - now;
  // A few ms of grace: a pause of exactly what was asked for may be cut short by a clock's grain.
  if (early > 20)
    return problem(res.set('retry-after', String(Math.max(1, Math.ceil(early / 1000)))), 429, {
      title: 'Too soon',
      detail: 'Ask again when pollAfterMs has passed.',
    });
  const page = room.page(typeof req.query.after === 'string' ? req.query.after : 'latest');
  if (page.status === 410)
    return problem(res, 410, {
      title: 'Too old',
      detail: 'This cursor is older than ten minutes. Begin again from "latest".',
    });
  asked.set(who, now + page.body.pollAfterMs);
  const body = JSON.stringify(page.body);
  const etag = `"${createHash('sha256').update(body).digest('base64url').slice(0, 27)}"`;
  res.set('etag', etag);
  if (req.get('if-none-match') === etag) return void res.status(304).end();
  res.type('json').send(body);
}

/** Does it; a sentence when it can't be done now. */
function act(place: Place, done: Act): string | null {
  const { room } = place;
  switch (done.act) {
    case 'open':
      return null;
    case 'live':
      room.goLive();
      return null;
    case 'end':
      setCrowd(place, 0, 0);
      room.end();
      return null;
    case 'forget':
      room.forget();
      return null;
    case 'public':
      room.public = done.on;
      return null;
    case 'comment':
      place.chatDelay.say(() => room.comment(done.user, done.text));
      return null;
    case 'chatDelay':
      place.chatDelay.ms = done.ms;
      return null;
    case 'sticker':
      return room.sticker(done.user, done.name, done.amountMicros, done.currency)
        ? null
        : 'That is no currency of ISO 4217.';
    case 'member':
      room.member(done.user, done.level);
      return null;
    case 'hearts':
      room.heart(done.count);
      return null;
    case 'followers':
      room.followed(done.count);
      return null;
    case 'restart':
      room.hearts = done.hearts;
      room.followers = done.followers;
      return null;
    case 'watching':
      room.watching = done.count;
      return null;
    case 'malformed':
      room.malformed(done.text);
      return null;
    case 'down':
      room.downUntil = Date.now() + done.ms;
      return null;
    case 'pace':
      room.pollAfterMs = done.ms;
      return null;
    case 'faults': {
      const { act: _act, ...settings } = done;
      Object.assign(room.faults, settings);
      return null;
    }
    case 'crowd':
      setCrowd(place, done.rate, done.seed);
      return null;
  }
}

const STICKERS = [
  ['Pebble', 500_000, 'EUR'],
  ['Reed', 2_000_000, 'EUR'],
  ['Heron', 10_000_000, 'USD'],
  ['Koi', 300_000_000, 'JPY'],
  ['Pearl', 1_250_000, 'KWD'],
] as const;

/** One thing that a scripted crowd does in a room. */
function step(room: TarnRoom, random: () => number): void {
  const user = pick(random, PEOPLE);
  const chance = random();
  if (chance < 0.45) room.heart(1 + Math.floor(random() * 9));
  else if (chance < 0.8) room.comment(user, pick(random, LINES));
  else if (chance < 0.88) room.followed(1 + Math.floor(random() * 2));
  else if (chance < 0.95) {
    const [name, micros, currency] = pick<readonly [string, number, string]>(random, STICKERS);
    room.sticker(user, name, micros, currency);
  } else if (chance < 0.98) room.member(user, 1 + Math.floor(random() * 3));
  else room.watching = 20 + Math.floor(random() * 40);
}

function setCrowd(place: Place, rate: number, seed: number): void {
  place.stop?.();
  place.stop = null;
  place.room.flushHeld();
  place.rate = rate;
  if (rate === 0) return;
  place.room.goLive();
  const random = seeded(seed);
  place.stop = atRate(rate, () => step(place.room, random));
}
