import type { Server } from 'node:http';
import { json, Router } from 'express';
import { z } from 'zod';
import { webhookSecret } from '@/server/feed/secrets';
import { problem } from '@/server/problem';
import { Places } from '../places';
import { seeded } from '@/core/rehearsal/chance';
import { personSchema } from '../crowd/person';
import { ChatDelay, chatDelaySchema } from '../crowd/chat-delay';
import { atRate, faultSchema } from '../crowd/faults';
import { OxbowChannel } from './channel';
import { oxbowChat } from './chat';
import { oxbowStep } from './crowd';

const count = z.number().int().min(0).max(1e7);
/** What a viewer writes with a tip or a subscription. */
const written = z.string().max(60_000).default('');

/** What can be done in a channel from outside: as a viewer, as its streamer, or to set faults (docs/oxbow.md). */
const actSchema = z.discriminatedUnion('act', [
  z.object({ act: z.enum(['open', 'live', 'end', 'drop']) }),
  z.object({ act: z.literal('public'), on: z.boolean() }),
  chatDelaySchema,
  z.object({ act: z.literal('moderator'), name: z.string().min(1).max(64), on: z.boolean() }),
  z.object({ act: z.literal('chat'), user: personSchema, text: z.string().max(60_000) }),
  z.object({ act: z.literal('follow'), user: personSchema }),
  z.object({
    act: z.literal('subscribe'),
    user: personSchema,
    tier: z.number().int().min(1).max(100).default(1),
    months: z.number().int().min(0).max(1200).default(1),
    message: written,
  }),
  z.object({
    act: z.literal('giftSubs'),
    user: personSchema,
    tier: z.number().int().min(1).max(100).default(1),
    recipients: z.array(personSchema).min(1).max(500),
  }),
  z.object({ act: z.literal('raid'), user: personSchema, viewers: count }),
  z.object({
    act: z.literal('tip'),
    user: personSchema,
    value: z.string().max(20),
    currency: z.string().max(3),
    message: written,
  }),
  z.object({ act: z.literal('watching'), count }),
  z.object({ act: z.literal('malformed'), where: z.enum(['chat', 'hook']), text: z.string().max(60_000) }),
  faultSchema.extend({ act: z.literal('faults') }),
  z.object({ act: z.literal('crowd'), rate: z.number().min(0).max(5000), seed: z.number().int().default(1) }),
]);
type Act = z.infer<typeof actSchema>;
const callbackSchema = z.object({ callback: z.url({ protocol: /^https?$/ }).max(2000) });
const hookSchema = callbackSchema.extend({ secret: webhookSecret });

interface Place {
  channel: OxbowChannel;
  rate: number;
  stop: (() => void) | null;
  chatDelay: ChatDelay;
}

/** Oxbow, the stand-in console platform: routes below /standins/oxbow, and its chat on `server`. */
export function oxbow(handles: readonly string[], server: Server): Router {
  const make = (handle: string): Place => ({
    channel: new OxbowChannel(handle, Date.now, Math.random),
    rate: 0,
    stop: null,
    chatDelay: new ChatDelay(),
  });
  const places = new Places('Oxbow', handles, make);
  const chat = oxbowChat(server, (handle) => places.get(handle)?.channel);
  const router = Router();

  router.get('/live/:handle', (req, res) => {
    const place = places.of(req, res);
    if (place) res.json(describe(place));
  });
  router.put('/live/:handle/hook', json(), (req, res) => {
    const place = places.of(req, res);
    if (!place) return;
    const parsed = hookSchema.safeParse(req.body);
    if (!parsed.success)
      return problem(res, 400, { title: 'Not understood', detail: 'A callback and a secret (whsec_…) were expected.' });
    const { hooks } = place.channel;
    const registered = hooks.register(parsed.data);
    if (registered === 'full')
      return problem(res, 409, { title: 'No place left', detail: 'Ten callbacks are told of this channel already.' });
    if (registered === 'new') place.channel.tellAgain(parsed.data.callback);
    res.status(204).end();
  });
  router.delete('/live/:handle/hook', json(), (req, res) => {
    const place = places.of(req, res);
    if (!place) return;
    const parsed = callbackSchema.safeParse(req.body);
    if (!parsed.success) return problem(res, 400, { title: 'Not understood', detail: 'A callback was expected.' });
    place.channel.hooks.forget(parsed.data.callback);
    res.status(204).end();
  });
  router.post('/live/:handle/hook/ping', json(), async (req, res) => {
    const place = places.of(req, res);
    if (!place) return;
    const parsed = callbackSchema.safeParse(req.body);
    if (!parsed.success) return problem(res, 400, { title: 'Not understood', detail: 'A callback was expected.' });
    res.json({ status: await place.channel.hooks.ping(parsed.data.callback, new Date().toISOString()) });
  });
  router.post('/live/:handle/act', json({ limit: '4mb' }), (req, res) => {
    const parsed = actSchema.safeParse(req.body);
    if (!parsed.success)
      return problem(res, 400, {
        title: 'Not understood',
        detail: 'This is nothing that can be done in a channel; docs/oxbow.md lists what can.',
      });
    const handle = String(req.params.handle);
    if (parsed.data.act === 'open') places.open(handle);
    const place = places.of(req, res);
    if (!place) return;
    const refusal = act(place, parsed.data, () => chat.drop(handle));
    if (refusal) problem(res, 409, { title: 'Not now', detail: refusal });
    else res.json(describe(place));
  });
  router.get('/ledger', (_req, res) => void res.json(places.each(({ channel }) => channel.ledger)));
  return router;
}

const describe = ({ channel, rate }: Place) => ({
  handle: channel.handle,
  state: channel.state,
  public: channel.public,
  moderators: [...channel.moderators],
  listening: channel.listening,
  crowd: rate,
  callbacks: channel.hooks.registered,
  pending: channel.hooks.pending,
  lastStatus: channel.hooks.lastStatus,
  faults: channel.faults,
});

/** Does it; a sentence when it can't be done now. */
function act(place: Place, done: Act, drop: () => void): string | null {
  const { channel } = place;
  switch (done.act) {
    case 'open':
      return null;
    case 'live':
      channel.goLive();
      return null;
    case 'end':
      setCrowd(place, 0, 0);
      channel.end();
      return null;
    case 'drop':
      drop();
      return null;
    case 'public':
      channel.public = done.on;
      return null;
    case 'moderator':
      if (done.on) channel.moderators.add(done.name);
      else channel.moderators.delete(done.name);
      return null;
    case 'faults': {
      const { act: _act, ...settings } = done;
      Object.assign(channel.faults, settings);
      return null;
    }
    case 'crowd':
      setCrowd(place, done.rate, done.seed);
      return null;
    case 'malformed':
      channel.malformed(done.where, done.text);
      return null;
    case 'chat':
      place.chatDelay.say(() => channel.chat(done.user, done.text));
      return null;
    case 'chatDelay':
      place.chatDelay.ms = done.ms;
      return null;
    case 'follow':
      channel.follow(done.user);
      return null;
    case 'subscribe':
      channel.subscribe(done.user, done.tier, done.months, { message: done.message });
      return null;
    case 'giftSubs':
      channel.giftSubs(done.user, done.tier, done.recipients);
      return null;
    case 'raid':
      channel.raid(done.user, done.viewers);
      return null;
    case 'tip':
      return channel.tip(done.user, done.value, done.currency, done.message)
        ? null
        : 'That is no amount, or no currency of ISO 4217.';
    case 'watching':
      channel.watching(done.count);
      return null;
  }
}

function setCrowd(place: Place, rate: number, seed: number): void {
  place.stop?.();
  place.stop = null;
  place.channel.flushHeld();
  place.rate = rate;
  if (rate === 0) return;
  place.channel.goLive();
  const random = seeded(seed);
  place.stop = atRate(rate, () => oxbowStep(place.channel, random));
}
