import type { Feed } from '@/core/platform/feed';
import { readOxbowChat, readOxbowHook } from '@/core/platform/oxbow';
import { readJson } from '@/core/platform/reading';
import { FEED_STATES, type FeedState } from '@/core/platform/feed-state';
import { imitates, oneEditApart } from '@/core/people/lookalike';
import { backoff } from './backoff';
import { boundedJson } from './bounded';
import {
  keepOn,
  type CheckStep,
  type FeedClient,
  type InboxAnswer,
  type InboxRequest,
  type Posted,
  type Room,
} from './client';
import type { Connect, Connecting } from './connecting';
import { IrcClient } from './irc';
import { handleSteps, lookAt, PLACES, type Look } from './look';
import { verify } from './signature';
import { phrase, type Sayable } from '@/core/words/phrase';

type OxbowFeed = Extract<Feed, { platform: 'oxbow' }>;
const LOOK_AGAIN_MS = 30_000;
const ANSWER_MS = 8000;
/** What a chat guest is called who has no helper account: it can read, and post nothing. */
const GUEST = 'guest-gavirn';

/** Oxbow: chat by IRC, everything else by signed webhooks to the feed's own address. Both must be up for it to be connected. */
class OxbowClient implements FeedClient {
  private readonly stopped = new AbortController();
  private readonly chat: IrcClient;
  private chatUp = false;
  private registered: 'no' | 'yes' | 'notFound' | 'crowded' = 'no';
  private state: FeedState | null = null;
  /** The last webhook that was refused for its signature or time, in a sentence. */
  private refused: Sayable | null = null;
  private failures = 0;
  room: Room | null;

  constructor(private readonly connecting: Connecting<OxbowFeed>) {
    const { feed, platform, listener, now } = connecting;
    this.room = connecting.room;
    this.say('looking');
    this.chat = new IrcClient({
      url: `${platform.replace(/^http/, 'ws')}/irc`,
      nick: feed.helper || GUEST,
      channel: feed.handle,
      onLine: (line) => {
        const reading = readOxbowChat(line, { feed: feed.id, seenAt: now() });
        if (!reading) return;
        listener.onRaw(line);
        listener.onReading(reading, line);
      },
      onFault: listener.onFault,
      onMissed: () => listener.onReading({ kind: 'gap', lost: null, at: now() }, ''),
      onUp: (up) => {
        this.chatUp = up;
        this.tell();
      },
    });
    void keepOn(() => this.keepRegistered(), this.stopped.signal, connecting.listener.onFault);
  }

  stop(): void {
    this.stopped.abort();
    this.chat.stop();
    this.say('stopped');
  }

  setRoom(live: boolean): void {
    this.room = live ? 'live' : 'off';
    this.tell();
  }

  private tell(): void {
    if (this.stopped.signal.aborted) return;
    if (this.registered === 'notFound' || this.registered === 'crowded') this.say(this.registered);
    else if (!this.chatUp || this.registered === 'no')
      this.say(this.state === 'looking' || this.state === null ? 'looking' : 'reconnecting');
    else this.say(this.room === 'live' ? 'connected' : 'waiting');
  }

  private say(state: FeedState): void {
    if (state === this.state) return;
    this.state = state;
    this.connecting.listener.onState(state);
  }

  private get place(): string {
    return PLACES.oxbow(this.connecting.platform, this.connecting.feed.handle);
  }

  /** Tells Oxbow where to post and by which secret; again now and then, since a platform that was set up anew has forgotten it. */
  private async keepRegistered(): Promise<number> {
    const wait = await this.register();
    this.tell();
    return wait;
  }

  private async register(): Promise<number> {
    const { inbox, secrets } = this.connecting;
    const answer = await fetch(`${this.place}/hook`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ callback: inbox, secret: secrets.signing }),
      signal: AbortSignal.any([this.stopped.signal, AbortSignal.timeout(ANSWER_MS)]),
    }).catch(() => null);
    // Only its status is of interest.
    await answer?.body?.cancel().catch(() => undefined);
    if (answer?.ok) {
      this.registered = 'yes';
      this.failures = 0;
      return LOOK_AGAIN_MS;
    }
    this.registered = answer?.status === 404 ? 'notFound' : answer?.status === 409 ? 'crowded' : 'no';
    this.failures += 1;
    return answer?.status === 404 ? LOOK_AGAIN_MS : backoff(this.failures, Math.random());
  }

  receive(request: InboxRequest): InboxAnswer {
    const { feed, secrets, now, listener } = this.connecting;
    const verified = verify(request, secrets, Date.now());
    if (!verified.ok) {
      this.refused = verified.reason;
      return { status: 401, detail: verified.reason };
    }
    this.refused = null;
    // A platform's question whether we are here, by which a callback is checked: nothing happened.
    if (isPing(request.body)) return { status: 204, detail: null };
    listener.onRaw(request.body);
    listener.onReading(
      readOxbowHook({ id: verified.id, body: request.body }, { feed: feed.id, seenAt: now() }),
      request.body,
    );
    return { status: 204, detail: null };
  }

  readonly check = async (): Promise<CheckStep[]> => {
    const { feed } = this.connecting;
    const look = await lookAt(this.place);
    const steps = handleSteps('Oxbow', feed.handle, look);
    if (look.found !== 'yes') return steps;
    return [...steps, ...helperSteps(feed, look), ...(await this.hookSteps())];
  };

  /** Asks Oxbow to call us now, and reads what came of it. */
  private async hookSteps(): Promise<CheckStep[]> {
    if (this.registered === 'crowded')
      return [{ step: phrase('Callback'), outcome: 'bad', says: FEED_STATES.crowded.sentence }];
    const answer = await fetch(`${this.place}/hook/ping`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ callback: this.connecting.inbox }),
      signal: AbortSignal.timeout(ANSWER_MS),
    }).catch(() => null);
    const came = answer?.ok ? ((await boundedJson(answer)) as { status?: number | null } | null) : null;
    const status = came?.status ?? null;
    if (status === null)
      return [
        {
          step: phrase('Callback'),
          outcome: 'bad',
          says: phrase(
            'Oxbow cannot reach this server. It must have an address that can be reached from the internet; ask whoever runs it.',
          ),
        },
      ];
    const reached: CheckStep = {
      step: phrase('Callback'),
      outcome: 'good',
      says: phrase('Oxbow reaches this server.'),
    };
    if (status >= 200 && status < 300)
      return [reached, { step: phrase('Secret'), outcome: 'good', says: phrase('Oxbow signs with the right secret.') }];
    return [
      reached,
      {
        step: phrase('Secret'),
        outcome: 'bad',
        says: phrase('{refused} Renew the secret on this page.', {
          refused: this.refused ?? phrase('What Oxbow sent was refused ({status}).', { status: String(status) }),
        }),
      },
    ];
  }

  readonly post = (text: string): Promise<Posted> =>
    this.connecting.feed.helper === ''
      ? Promise.resolve({ ok: false, reason: phrase('This feed has no helper account. Name one on its page.') })
      : this.chat.post(text);
}

/** The helper's step: named, made a moderator, and not somebody else who looks like it. */
function helperSteps(
  { helper, handle }: OxbowFeed,
  { info: { moderators } }: Extract<Look, { found: 'yes' }>,
): CheckStep[] {
  if (helper === '')
    return [
      {
        step: phrase('Helper'),
        outcome: 'unknown',
        says: phrase('No helper account. Without one Gavirn reads the chat and posts nothing in it.'),
      },
    ];
  const double = moderators.find(
    (other) => other !== helper && (imitates(other, helper) || oneEditApart(other, helper)),
  );
  if (double)
    return [
      {
        step: phrase('Helper'),
        outcome: 'bad',
        says: phrase(
          '{double} is a moderator and looks like {helper}, but is another account. Take its rights away in Oxbow’s chat.',
          { double, helper },
        ),
      },
    ];
  return moderators.includes(helper)
    ? [{ step: phrase('Helper'), outcome: 'good', says: phrase('{helper} is a moderator and can post.', { helper }) }]
    : [
        {
          step: phrase('Helper'),
          outcome: 'bad',
          says: phrase(
            '{helper} is no moderator, so Oxbow refuses what it posts. Type in your chat on Oxbow: /mod {helper}',
            { helper },
          ),
        },
      ];
}

function isPing(body: string): boolean {
  const json = readJson(body);
  return (
    json.ok &&
    typeof json.json === 'object' &&
    json.json !== null &&
    'type' in json.json &&
    json.json.type === 'hook.ping'
  );
}

export const connectOxbow: Connect<'oxbow'> = (connecting) => new OxbowClient(connecting);
