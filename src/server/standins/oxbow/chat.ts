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
    sockets.handleUpgrade(request, socket, head, (client) => serve(client, find, open));
  });
  return {
    drop: (handle) => {
      for (const [client, channel] of open) if (channel === handle) client.terminate();
    },
  };
}

/** One connection, from registration to its end. */
function serve(
  client: WebSocket,
  find: (handle: string) => OxbowChannel | undefined,
  open: Map<WebSocket, string>,
): void {
  let nick = '';
  let tags = false;
  let registering = false;
  let welcomed = false;
  let leave: (() => void) | null = null;
  let channel: OxbowChannel | undefined;
  const send = (message: Parameters<typeof formatIrc>[0]): void =>
    client.send(formatIrc({ prefix: SERVER, ...message }).trimEnd());
  const welcome = (): void => {
    if (welcomed || registering || nick === '') return;
    welcomed = true;
    send({ command: '001', params: [nick, `Welcome to Oxbow, ${nick}`] });
  };
  const ping = setInterval(() => send({ command: 'PING', params: [SERVER] }), PING_MS);
  client.on('close', () => {
    clearInterval(ping);
    leave?.();
    open.delete(client);
  });
  client.on('error', () => undefined);
  client.on('message', (data) => {
    for (const line of String(data).split(/\r?\n/)) take(line);
  });

  function take(line: string): void {
    const message = parseIrc(line);
    if (!message) return;
    const { command, params } = message;
    switch (command) {
      case 'CAP':
        if (params[0] === 'LS') {
          registering = true;
          send({ command: 'CAP', params: [nick || '*', 'LS', 'message-tags server-time'] });
        } else if (params[0] === 'REQ') {
          tags ||= (params[1] ?? '').includes('message-tags');
          send({ command: 'CAP', params: [nick || '*', 'ACK', params[1] ?? ''] });
        } else if (params[0] === 'END') {
          registering = false;
          welcome();
        }
        return;
      case 'NICK':
        nick = (params[0] ?? '').slice(0, 64);
        return welcome();
      case 'PING':
        return send({ command: 'PONG', params: [SERVER, ...params] });
      case 'JOIN':
        return join((params[0] ?? '').replace(/^#/, ''));
      case 'PRIVMSG':
        return post(params[1] ?? '');
    }
  }

  function join(handle: string): void {
    channel = find(handle);
    if (!welcomed || !channel) return send({ command: '403', params: [nick, `#${handle}`, 'No such channel'] });
    leave?.();
    open.set(client, handle);
    send({ prefix: `${nick}!${nick}@${SERVER}`, command: 'JOIN', params: [`#${handle}`] });
    leave = channel.join((line) => client.send(tags ? line : line.replace(/^@\S+ /, '')));
  }

  /** Only moderators post from a program: anyone else is refused with a notice. */
  function post(text: string): void {
    if (!channel) return;
    if (!channel.moderators.has(nick))
      return send({
        command: 'NOTICE',
        params: [`#${channel.handle}`, `${nick} is not a moderator of ${channel.handle}: the message was not posted.`],
      });
    channel.chat(
      { uid: `helper-${nick}`, handle: nick, nickname: nick, badges: ['moderator', 'bot'] },
      text || randomUUID(),
    );
  }
}
