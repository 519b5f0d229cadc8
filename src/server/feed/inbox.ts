import { linearPatterns } from '@/core/platform/linear-patterns';
import { readActivity } from '@/core/platform/activity';
import { readCloudEvent, readCloudEventRequest } from '@/core/platform/cloud-events';
import type { Reading } from '@/core/intake/received';
import { mapper } from '@/core/platform/mapping';
import { readJson } from '@/core/platform/reading';
import type { CheckStep, FeedClient, FeedListener, InboxAnswer, InboxRequest, Room } from './client';
import type { Connect } from './connecting';
import type { FeedSecrets } from './secrets';
import { verify } from './signature';
import { Turn } from './turn';
import { phrase, type Sayable } from '@/core/words/phrase';

/** What a request brings, or a refusal with its status and a sentence. */
export type Taken =
  | { ok: true; messages: Iterable<{ readings: Reading[]; raw: string }> }
  | { ok: false; status: number; reason: Sayable };

/** A feed that is posted to, at an address of its own. It is always open: there is nothing to connect. */
export class InboxClient implements FeedClient {
  room: Room | null = null;
  private heard = 0;
  private refused: Sayable | null = null;

  constructor(
    private readonly listener: FeedListener,
    private readonly secrets: FeedSecrets,
    private readonly take: (request: InboxRequest) => Taken,
  ) {
    listener.onState('connected');
  }

  stop(): void {
    this.listener.onState('stopped');
  }

  setRoom(live: boolean): void {
    this.room = live ? 'live' : 'off';
  }

  async receive(request: InboxRequest): Promise<InboxAnswer> {
    // With a secret every request must be signed (Standard Webhooks 1.0); without one the address itself is all that is needed.
    const verified = this.secrets.signing ? verify(request, this.secrets, Date.now()) : null;
    if (verified && !verified.ok) {
      this.refused = verified.reason;
      return { status: 401, detail: verified.reason };
    }
    this.listener.onRaw(request.body);
    const taken = this.take(request);
    if (!taken.ok) {
      this.listener.onReading({ kind: 'bad', reason: taken.reason }, request.body);
      return { status: taken.status, detail: taken.reason };
    }
    this.heard += 1;
    this.refused = null;
    const turn = new Turn();
    let refusal: Sayable | null = null;
    let good = 0;
    // Each is read when it is its turn: a request may hold thousands.
    for (const { readings, raw } of taken.messages) {
      for (const reading of readings) {
        if (reading.kind === 'bad') refusal ??= reading.reason;
        else good += 1;
        this.listener.onReading(reading, raw);
        await turn.rest();
      }
      await turn.rest();
    }
    return refusal !== null && good === 0 ? { status: 422, detail: refusal } : { status: 204, detail: null };
  }

  readonly check = (): Promise<CheckStep[]> =>
    Promise.resolve([
      {
        step: phrase('Address'),
        outcome: 'good',
        says: phrase('This feed has an address of its own. Paste it where your platform asks for a webhook.'),
      },
      this.refused !== null
        ? {
            step: phrase('Secret'),
            outcome: 'bad',
            says: phrase('{refused} Paste the secret of this page where your platform asks for it.', {
              refused: this.refused,
            }),
          }
        : this.heard > 0
          ? {
              step: phrase('Messages'),
              outcome: 'good',
              says: phrase(
                '{n, plural, one {# request has} other {# requests have}} come since the server was started.',
                {
                  n: this.heard,
                },
              ),
            }
          : {
              step: phrase('Messages'),
              outcome: 'unknown',
              says: phrase('Nothing has come yet. Send one from your platform.'),
            },
    ]);
}

export const connectCloudEvents: Connect<'cloudevents'> = ({ feed, listener, secrets, now }) => {
  const rules = feed.rules.length > 0 ? mapper({ rules: feed.rules }, linearPatterns()) : null;
  return new InboxClient(listener, secrets, ({ headers, body }) => {
    const request = readCloudEventRequest(headers, body);
    if (!request.ok) return { ok: false, status: 400, reason: request.reason };
    const origin = { feed: feed.id, seenAt: now() };
    if (request.events.length > MOST_IN_BATCH)
      return {
        ok: false,
        status: 400,
        reason: phrase('The batch holds {n, number} events; no more than {most, number} are taken at once.', {
          n: request.events.length,
          most: MOST_IN_BATCH,
        }),
      };
    return {
      ok: true,
      messages: each(request.events, (event) => ({
        readings: readCloudEvent(event, origin, rules),
        raw: JSON.stringify(event) ?? '',
      })),
    };
  });
};

/** So many events one request may bring. */
const MOST_IN_BATCH = 10_000;

function* each<T, R>(list: readonly T[], make: (one: T) => R): Generator<R> {
  for (const one of list) yield make(one);
}

let serial = 0;
/** An id for a message that has none: unlike all others, so that it is never taken for one of them. */
export const ownId = (now: number): string => `${now}-${(serial += 1)}`;

export const connectActivity: Connect<'activity'> = ({ feed, listener, secrets, now }) =>
  new InboxClient(listener, secrets, ({ body }) => {
    const json = readJson(body);
    if (!json.ok) return { ok: false, status: 400, reason: json.reason };
    const seenAt = now();
    return {
      ok: true,
      messages: [{ readings: [readActivity(json.json, { feed: feed.id, seenAt }, ownId(seenAt))], raw: body }],
    };
  });
