import { PEOPLE } from '../crowd/people';
import { GIFTS } from '../brindle/gifts';

/* Brindle's own page: buttons that do what its streamer, its viewers and its faults do. */

const find = <T extends HTMLElement>(selector: string): T => {
  const found = document.querySelector<T>(selector);
  if (!found) throw new Error(`The page has no ${selector}.`);
  return found;
};
const input = (id: string): HTMLInputElement => find<HTMLInputElement>(`#${id}`);
const state = find('#state');

const named = new URLSearchParams(location.search).get('handle');
if (named) input('handle').value = named;
find<HTMLSelectElement>('#viewer').append(
  ...PEOPLE.map(({ nickname, handle }, n) => new Option(`${nickname} (${handle})`, String(n))),
);
find<HTMLSelectElement>('#gift').append(
  ...GIFTS.map(({ id, name, coins }) => new Option(`${name}, ${coins} ${coins === 1 ? 'coin' : 'coins'}`, id)),
);

const viewer = () => PEOPLE[Number(find<HTMLSelectElement>('#viewer').value)];

async function act(body: Record<string, unknown>): Promise<void> {
  const answer = await fetch(`/standins/brindle/live/${encodeURIComponent(input('handle').value)}/act`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  }).catch(() => null);
  if (!answer) return say('Brindle does not answer.', true);
  const said = (await answer.json()) as { detail?: string };
  if (answer.ok) await refresh();
  else say(said.detail ?? 'That could not be done.', true);
}

function say(text: string, bad = false): void {
  state.textContent = text;
  state.classList.toggle('bad', bad);
}

async function refresh(): Promise<void> {
  const handle = input('handle').value;
  const answer = await fetch(`/standins/brindle/live/${encodeURIComponent(handle)}`).catch(() => null);
  if (!answer?.ok)
    return say(answer?.status === 404 ? 'Nobody has this handle. It can be opened.' : 'Brindle does not answer.', true);
  const room = (await answer.json()) as { state: string; listening: number; crowd: number };
  say(
    `${{ live: 'Live', offline: 'Offline', ended: 'Ended' }[room.state] ?? room.state} · ${room.listening} connected${room.crowd ? ` · a crowd of ${room.crowd} events a second` : ''}`,
  );
  const ledgers = (await (await fetch('/standins/brindle/ledger')).json()) as Record<string, Record<string, unknown>>;
  const { viewers: _viewers, ...counts } = ledgers[handle] ?? {};
  find('#ledger').textContent = JSON.stringify(counts, null, 1).replace(/[{}"]/g, '');
}

const on = (selector: string, body: () => Record<string, unknown>): void =>
  find(selector).addEventListener('click', () => void act(body()));
on('#open', () => ({ act: 'open' }));
on('#live', () => ({ act: 'live' }));
on('#end', () => ({ act: 'end' }));
on('#drop', () => ({ act: 'drop' }));
on('#forget', () => ({ act: 'emptyRing' }));
on('#half', () => ({ act: 'malformed', text: '{"msgId":"half","at":"2026-' }));
on('#like', () => ({ act: 'like', user: viewer(), taps: Number(input('taps').value) }));
on('#set-watching', () => ({ act: 'watching', count: Number(input('watching').value) }));
on('#chat', () => ({ act: 'chat', user: viewer(), text: input('text').value }));
on('#subscribe', () => ({ act: 'subscribe', user: viewer(), months: 1 }));
on('#crowd', () => ({ act: 'crowd', rate: Number(input('rate').value), seed: Number(input('seed').value) }));
on('#nocrowd', () => ({ act: 'crowd', rate: 0 }));
const share = (id: string): number => Number(input(id).value) / 100;
on('#faults', () => ({
  act: 'faults',
  repeat: share('repeat'),
  reorder: share('reorder'),
  loseStreakEnds: share('loseStreakEnds'),
  malformed: share('malformed'),
  skewMs: Number(input('skew').value) * 1000,
}));
for (const button of document.querySelectorAll<HTMLElement>('[data-simple]'))
  button.addEventListener('click', () => void act({ act: button.dataset.simple, user: viewer() }));

// Several gifts are a streak: a step each, then its end.
find('#send-gift').addEventListener('click', () => {
  const count = Math.max(1, Math.min(99, Number(input('count').value) || 1));
  const gift = find<HTMLSelectElement>('#gift').value;
  const user = viewer();
  void (async () => {
    if (count === 1) return act({ act: 'gift', user, gift });
    const key = crypto.randomUUID();
    for (let n = 1; n <= count; n += 1)
      await act({ act: 'gift', user, gift, streak: { key, count: n, step: 1, done: false } });
    await act({ act: 'gift', user, gift, streak: { key, count, step: 0, done: true } });
  })();
});

input('handle').addEventListener('change', () => void refresh());
void refresh();
setInterval(() => {
  if (!state.classList.contains('bad')) void refresh();
}, 2000);
