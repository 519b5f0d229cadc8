import WebSocket from 'ws';
import { formatIrc, parseIrc, type IrcMessage } from '@/core/platform/irc';
import { backoff } from './backoff';
import { keepOn, type Posted } from './client';
import { Inflow } from './turn';
import { phrase } from '@/core/words/phrase';

/** No line for this long: ask whether anyone is there; and for this long: nobody is. */
const ASK_MS = 30_000;
const SILENCE_MS = 45_000;
const ANSWER_MS = 3000;
/** So far back the platform says again what was said, ms (docs/oxbow.md). */
const SAID_AGAIN_MS = 5 * 60_000;

export interface IrcOptions {
  url: string;
  nick: string;
  channel: string;
  /** Every line that is not the connection's own business. */
  onLine: (line: string, message: IrcMessage) => void;
  onUp: (up: boolean) => void;
  /** More was said while the connection was lost than the platform says again. */
  onMissed: () => void;
  onFault: (error: unknown) => void;
}

/**
 * A chat connection (RFC 1459 over WebSocket, subprotocol text.ircv3.net) that negotiates its capabilities, answers pings, joins again
 * after being put out, and comes back by itself.
 */
export class IrcClient {
  private readonly stopped = new AbortController();
  private socket: WebSocket | null = null;
  private joined = false;
  private failures = 0;
  /** When it was put out or cut off, ms; null before it was ever there. */
  private lostAt: number | null = null;
  /** Waits for the platform's word on what was just posted. */
  private posting: { text: string; settle: (posted: Posted) => void } | null = null;

  constructor(private readonly options: IrcOptions) {
    void keepOn(() => this.once(), this.stopped.signal, options.onFault);
  }

  stop(): void {
    this.stopped.abort();
    this.socket?.terminate();
  }

  private async once(): Promise<number> {
    await this.connect();
    if (this.stopped.signal.aborted) return 0;
    if (this.joined) this.lostAt = Date.now();
    this.joined = false;
    this.settle({
      ok: false,
      reason: phrase('The chat was lost before the platform answered. The line may or may not have been posted.'),
    });
    this.options.onUp(false);
    this.failures += 1;
    return backoff(this.failures, Math.random());
  }

  private connect(): Promise<void> {
    return new Promise((resolve) => {
      const socket = new WebSocket(this.options.url, 'text.ircv3.net', {
        handshakeTimeout: 10_000,
        maxPayload: 1 << 20,
      });
      this.socket = socket;
      let asked: ReturnType<typeof setTimeout> | undefined;
      let silent: ReturnType<typeof setTimeout> | undefined;
      const heard = (): void => {
        clearTimeout(asked);
        clearTimeout(silent);
        asked = setTimeout(() => this.send({ command: 'PING', params: ['here?'] }), ASK_MS);
        silent = setTimeout(() => socket.terminate(), SILENCE_MS);
      };
      socket.on('open', () => {
        heard();
        this.send({ command: 'CAP', params: ['LS', '302'] });
        this.send({ command: 'NICK', params: [this.options.nick] });
        this.send({ command: 'USER', params: [this.options.nick, '0', '*', this.options.nick] });
      });
      const inflow = new Inflow(
        (text) => {
          for (const line of text.split(/\r?\n/)) if (line !== '') this.take(line);
        },
        socket,
        this.options.onFault,
      );
      socket.on('message', (data) => {
        heard();
        inflow.add(String(data));
      });
      // An error is followed by a close.
      socket.on('error', () => undefined);
      socket.on('close', () => {
        clearTimeout(asked);
        clearTimeout(silent);
        resolve();
      });
    });
  }

  private send(message: Parameters<typeof formatIrc>[0]): void {
    // One message of the WebSocket is one line, without its ending (the subprotocol's own rule).
    if (this.socket?.readyState === WebSocket.OPEN) this.socket.send(formatIrc(message).trimEnd());
  }

  private take(line: string): void {
    const message = parseIrc(line);
    const { nick, channel } = this.options;
    switch (message?.command) {
      case 'PING':
        return this.send({ command: 'PONG', params: message.params });
      case 'PONG':
        return;
      case 'CAP':
        if (message.params[1] === 'LS' && message.params[2] !== '*')
          this.send({ command: 'CAP', params: ['REQ', 'message-tags server-time'] });
        // Refused or granted, the registration ends here: without tags a line is bad and is shown as such.
        else if (message.params[1] === 'ACK' || message.params[1] === 'NAK')
          this.send({ command: 'CAP', params: ['END'] });
        return;
      case '001':
        return this.send({ command: 'JOIN', params: [`#${channel}`] });
      case 'JOIN':
        if (message.prefix?.nick !== nick) return;
        this.joined = true;
        this.failures = 0;
        if (this.lostAt !== null && Date.now() - this.lostAt > SAID_AGAIN_MS) this.options.onMissed();
        return this.options.onUp(true);
      case 'KICK':
        if (message.params[1] === nick) this.send({ command: 'JOIN', params: [`#${channel}`] });
        return;
      case 'NOTICE':
        if (message.tags['oxbow/kept-from'] !== undefined) {
          if (this.lostAt !== null && Date.parse(message.tags['oxbow/kept-from']) > this.lostAt)
            this.options.onMissed();
          return;
        }
        this.settle({ ok: false, reason: message.params.at(-1) ?? phrase('The platform refused without a reason.') });
        return this.options.onLine(line, message);
      case 'PRIVMSG':
        if (message.prefix?.nick === nick && message.params[1] === this.posting?.text) this.settle({ ok: true });
        return this.options.onLine(line, message);
      default:
        if (message === null) this.options.onLine(line, { tags: {}, prefix: null, command: '', params: [] });
    }
  }

  private settle(posted: Posted): void {
    const { posting } = this;
    this.posting = null;
    posting?.settle(posted);
  }

  /** Posts a line and waits until it is seen in the chat, or refused. */
  async post(text: string): Promise<Posted> {
    if (!this.joined) return { ok: false, reason: phrase('The chat is not connected just now.') };
    if (this.posting) return { ok: false, reason: phrase('Another line is being posted.') };
    return new Promise((resolve) => {
      const timer = setTimeout(
        () =>
          this.settle({
            ok: false,
            reason: phrase('The platform did not answer. The line may or may not have been posted.'),
          }),
        ANSWER_MS,
      );
      this.posting = {
        text,
        settle: (posted) => {
          clearTimeout(timer);
          resolve(posted);
        },
      };
      this.send({ command: 'PRIVMSG', params: [`#${this.options.channel}`, text] });
    });
  }
}
