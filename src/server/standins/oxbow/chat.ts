import { randomUUID } from 'node:crypto';
import type { Server } from 'node:http';
import { WebSocketServer, type WebSocket } from 'ws';
import { formatIrc, parseIrc } from '@/core/platform/irc';
import type { OxbowChannel } from './channel';

const PING_MS = 20_000;
const SERVER = 'oxbow';

/** Oxbow's chat server: IRC over WebSocket at /standins/oxbow/irc. `find` gives a channel by its handle. */
export function oxbowChat(
  server: Server,
  find: (handle: string) => OxbowChannel | undefined,
): { drop: (handle: string) => void } {
  const sockets = new WebSocketServer({
    noServer: true,
    maxPayload: 1 << 16,
    handleProtocols: (offered) => (offered.has('text.ircv3.net') ? 'text.ircv3.net' : false),
  });
  const open = new Map<WebSocket, string>();
  server.on('upgrade', (request, socket, head) => {
    if (!/^\/standins\/oxbow\/irc(\?|$)/.test(request.url ?? '')) return;
    sockets.handleUpgrade(request, socket, head, (client) => void new ChatLink(client, find, open));
  });
  return {
    drop: (handle) => {
      for (const [client, channel] of open) if (channel === handle) client.terminate();
    },
  };
}

/** One connection, from registration to its end. */
class ChatLink {
  private nick = '';
  private tags = false;
  private registering = false;
  private welcomed = false;
  private leave: (() => void) | null = null;
  private channel: OxbowChannel | undefined;

  constructor(
    private readonly client: WebSocket,
    private readonly find: (handle: string) => OxbowChannel | undefined,
    private readonly open: Map<WebSocket, string>,
  ) {
    const ping = setInterval(() => this.send({ command: 'PING', params: [SERVER] }), PING_MS);
    client.on('close', () => {
      clearInterval(ping);
      this.leave?.();
      open.delete(client);
    });
    client.on('error', () => undefined);
    client.on('message', (data) => {
      for (const line of String(data).split(/\r?\n/)) this.take(line);
    });
  }

  private send(message: Parameters<typeof formatIrc>[0]): void {
    this.client.send(formatIrc({ prefix: SERVER, ...message }).trimEnd());
  }

  private welcome(): void {
    if (this.welcomed || this.registering || this.nick === '') return;
    this.welcomed = true;
    this.send({ command: '001', params: [this.nick, `Welcome to Oxbow, ${this.nick}`] });
  }

  private take(line: string): void {
    const message = parseIrc(line);
    if (!message) return;
    const { command, params } = message;
    switch (command) {
      case 'CAP':
        return this.agree(params);
      case 'NICK':
        this.nick = (params[0] ?? '').slice(0, 64);
        return this.welcome();
      case 'PING':
        return this.send({ command: 'PONG', params: [SERVER, ...params] });
      case 'JOIN':
        return this.join((params[0] ?? '').replace(/^#/, ''));
      case 'PRIVMSG':
        return this.post(params[1] ?? '');
    }
  }

  /** What both can do (IRCv3 capability negotiation). */
  private agree(params: readonly string[]): void {
    if (params[0] === 'LS') {
      this.registering = true;
      this.send({ command: 'CAP', params: [this.nick || '*', 'LS', 'message-tags server-time'] });
    } else if (params[0] === 'REQ') {
      this.tags ||= (params[1] ?? '').includes('message-tags');
      this.send({ command: 'CAP', params: [this.nick || '*', 'ACK', params[1] ?? ''] });
    } else if (params[0] === 'END') {
      this.registering = false;
      this.welcome();
    }
  }

  private join(handle: string): void {
    const { client, nick } = this;
    this.channel = this.find(handle);
    if (!this.welcomed || !this.channel)
      return this.send({ command: '403', params: [nick, `#${handle}`, 'No such channel'] });
    this.leave?.();
    this.open.set(client, handle);
    this.send({ prefix: `${nick}!${nick}@${SERVER}`, command: 'JOIN', params: [`#${handle}`] });
    this.leave = this.channel.join((line) => client.send(this.tags ? line : line.replace(/^@\S+ /, '')));
  }

  /** Only moderators post from a program: anyone else is refused with a notice. */
  private post(text: string): void {
    const { channel, nick } = this;
    if (!channel) return;
    if (!channel.moderators.has(nick))
      return this.send({
        command: 'NOTICE',
        params: [`#${channel.handle}`, `${nick} is not a moderator of ${channel.handle}: the message was not posted.`],
      });
    channel.chat(
      { uid: `helper-${nick}`, handle: nick, nickname: nick, badges: ['moderator', 'bot'] },
      text || randomUUID(),
    );
  }
}
