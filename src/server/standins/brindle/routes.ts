import { Router, json, type Request, type Response } from 'express';
import { z } from 'zod';
import { problem } from '@/server/problem';
import { Places } from '../places';
import { seeded } from '@/core/rehearsal/chance';
import { personSchema as person } from '../crowd/person';
import { ChatDelay, chatDelaySchema } from '../crowd/chat-delay';
import { atRate } from '../crowd/faults';
import { Crowd } from './crowd';
import { GIFTS } from './gifts';
import { Room } from './room';

const KEEP_ALIVE_MS = 15_000;

const chance = z.number().min(0).max(1);

/** What can be done in a room from outside: as a viewer, as its streamer, or to set faults. */
const actSchema = z.discriminatedUnion('act', [
  z.object({ act: z.literal('open') }),
  z.object({ act: z.literal('gone') }),
  z.object({ act: z.literal('live') }),
  z.object({ act: z.literal('end') }),
  z.object({ act: z.literal('drop') }),
  z.object({ act: z.literal('emptyRing') }),
  z.object({ act: z.literal('public'), on: z.boolean() }),
  chatDelaySchema,
  z.object({ act: z.enum(['follow', 'share', 'join']), user: person }),
  z.object({ act: z.literal('chat'), user: person, text: z.string().max(2_000_000) }),
  z.object({ act: z.literal('subscribe'), user: person, months: z.number().int().min(0).max(1200).default(1) }),
  z.object({ act: z.literal('like'), user: person, taps: z.number().int().min(1).max(100_000) }),
  z.object({
    act: z.literal('gift'),
    user: person,
    gift: z.string(),
    streak: z
      .object({
        key: z.string().min(1).max(100),
        count: z.number().int().min(1),
        step: z.number().int().min(0),
        done: z.boolean(),
      })
      .nullable()
      .default(null),
  }),
  z.object({ act: z.literal('watching'), count: z.number().int().min(0).max(1e7) }),
  z.object({ act: z.literal('malformed'), text: z.string().max(2_000_000) }),
  z.object({
    act: z.literal('faults'),
    repeat: chance.optional(),
    reorder: chance.optional(),
    loseStreakEnds: chance.optional(),
    malformed: chance.optional(),
    skewMs: z.number().int().min(-86_400_000).max(86_400_000).optional(),
  }),
  /** `rate` events a second; 0 stops it. `seed` makes it the same crowd again. */
  z.object({ act: z.literal('crowd'), rate: z.number().min(0).max(20_000), seed: z.number().int().default(1) }),
]);
type Act = z.infer<typeof actSchema>;

/** A room with the crowd that runs in it. */
class Place {
  readonly room: Room;
  rate = 0;
  readonly chatDelay = new ChatDelay();
  private stop: (() => void) | null = null;
  private crowd: Crowd | null = null;

  constructor(handle: string) {
    this.room = new Room(handle, Date.now, Math.random);
  }

  setCrowd(rate: number, seed: number): void {
    this.stop?.();
    this.stop = null;
    this.crowd?.finish();
    this.crowd = null;
    this.rate = rate;
    if (rate === 0) return;
    this.room.goLive();
    const crowd = new Crowd(this.room, seeded(seed));
    this.crowd = crowd;
    this.stop = atRate(rate, () => crowd.step());
  }
}

/** Brindle's routes (docs/brindle.md), below /standins/brindle. `handles` exist from the start; others are opened by an act. */
export function brindle(handles: readonly string[]): Router {
  const places = new Places('Brindle', handles, (handle) => new Place(handle));
  const router = Router();

  router.get('/live/:handle/events', (req, res) => {
    const place = places.of(req, res);
    if (!place) return;
    if (place.room.public) stream(place.room, req, res);
    else
      problem(res, 403, {
        title: 'Not public',
        detail: 'This broadcast is not public: nobody is told what happens in it.',
      });
  });
  router.get('/live/:handle', (req, res) => {
    const place = places.of(req, res);
    if (place) res.json(describe(place));
  });
  router.post('/live/:handle/act', json({ limit: '4mb' }), (req, res) => {
    const parsed = actSchema.safeParse(req.body);
    if (!parsed.success)
      return problem(res, 400, {
        title: 'Not understood',
        detail: 'This is nothing that can be done in a room; docs/brindle.md lists what can.',
      });
    const handle = String(req.params.handle);
    if (parsed.data.act === 'open') places.open(handle);
    const place = places.of(req, res);
    if (!place) return;
    const refusal = act(place, parsed.data);
    if (parsed.data.act === 'gone') places.close(handle);
    if (refusal) problem(res, 409, { title: 'Not now', detail: refusal });
    else res.json(describe(place));
  });
  router.get('/gifts', (_req, res) => void res.json(GIFTS));
  router.get('/ledger', (_req, res) => void res.json(places.each(({ room }) => room.ledger)));
  router.get('/rooms', (_req, res) => void res.json(Object.values(places.each(describe))));
  return router;
}

const describe = ({ room, rate }: Place) => ({
  handle: room.handle,
  state: room.state,
  public: room.public,
  startedAt: room.startedAt,
  listening: room.listening,
  crowd: rate,
  faults: room.faults,
});

function stream(room: Room, req: Request, res: Response): void {
  res.writeHead(200, { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' });
  const send = (text: string): void => void res.write(text);
  const close = (): void => void res.destroy();
  send('retry: 2000\n\n');
  send(room.join(req.get('last-event-id'), send, close));
  const alive = setInterval(() => send(': still here\n\n'), KEEP_ALIVE_MS);
  res.on('close', () => {
    clearInterval(alive);
    room.leave(send, close);
  });
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
    case 'gone':
      place.setCrowd(0, 0);
      room.end();
      room.drop();
      return null;
    case 'end':
      place.setCrowd(0, 0);
      room.end();
      return null;
    case 'drop':
      room.drop();
      return null;
    case 'emptyRing':
      room.emptyRing();
      return null;
    case 'public':
      room.public = done.on;
      if (!done.on) room.drop();
      return null;
    case 'faults': {
      const { act: _act, ...settings } = done;
      Object.assign(room.faults, settings);
      return null;
    }
    case 'malformed':
      room.malformed(done.text);
      return null;
    case 'crowd':
      place.setCrowd(done.rate, done.seed);
      return null;
    case 'chatDelay':
      place.chatDelay.ms = done.ms;
      return null;
    default:
      if (room.state !== 'live') return 'The room is not live: nobody can do anything in it yet.';
      if (done.act === 'chat') {
        place.chatDelay.say(() => room.chat(done.user, done.text));
        return null;
      }
      return actAsViewer(room, done);
  }
}

function actAsViewer(
  room: Room,
  done: Exclude<Extract<Act, { user: unknown } | { act: 'watching' }>, { act: 'chat' }>,
): string | null {
  switch (done.act) {
    case 'follow':
    case 'share':
    case 'join':
      room.simple(done.act, done.user);
      return null;
    case 'subscribe':
      room.subscribe(done.user, done.months);
      return null;
    case 'like':
      room.like(done.user, done.taps);
      return null;
    case 'watching':
      room.watching(done.count);
      return null;
    case 'gift': {
      const gift = GIFTS.find(({ id }) => id === done.gift);
      if (!gift) return `Brindle has no gift "${done.gift.slice(0, 40)}".`;
      room.gift(done.user, gift, done.streak);
      return null;
    }
  }
}
