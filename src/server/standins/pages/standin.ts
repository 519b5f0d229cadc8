import { PEOPLE } from '../crowd/people';

/*
 * What the stand-in platforms' own pages do alike. A button's data-act is the act it does, as JSON; in it "@viewer" is the chosen
 * viewer, "@some" a few others, "@text:id", "@number:id" and "@percent:id" what stands in that field.
 */

export interface StandinPage {
  name: string;
  /** The address of a room below the page's own, by handle. */
  room: (handle: string) => string;
  ledger: string;
  /** One line on the room as it is. */
  describe: (room: Record<string, unknown>) => string;
}

const find = <T extends HTMLElement>(selector: string): T => {
  const found = document.querySelector<T>(selector);
  if (!found) throw new Error(`The page has no ${selector}.`);
  return found;
};
const field = (id: string): string => find<HTMLInputElement>(`#${id}`).value;

const button = (act: object, label: string, kind = ''): string =>
  `<button class="${kind}" data-act='${JSON.stringify(act)}'>${label}</button>`;
const percent = (id: string, label: string): string =>
  `<label style="width:150px">${label}, % <input id="${id}" type="number" min="0" max="100" value="0"></label>`;

/** What every page has before and behind its own section of what viewers do. */
const BEFORE = `<section aria-labelledby="h-room"><h2 id="h-room">Room</h2>
  <div class="row"><label class="grow">Handle <input id="handle" value="odavarn.kiln" autocapitalize="off" spellcheck="false"></label>${button({ act: 'open' }, 'Open this handle')}</div>
  <div class="row" style="margin-top:10px">${button({ act: 'live' }, 'Go live', 'main')}${button({ act: 'end' }, 'End')}${button({ act: 'public', on: true }, 'Make public')}${button({ act: 'public', on: false }, 'Make private')}</div>
  <output id="state" aria-live="polite"></output></section>`;
const BEHIND = `<section aria-labelledby="h-crowd"><h2 id="h-crowd">A crowd</h2><div class="row">
  <label style="width:160px">Events a second <input id="rate" type="number" min="0" max="5000" value="4"></label><label style="width:110px">Seed <input id="seed" type="number" value="1"></label>
  ${button({ act: 'crowd', rate: '@number:rate', seed: '@number:seed' }, 'Run the crowd', 'main')}${button({ act: 'crowd', rate: 0 }, 'Stop it')}</div></section>
  <section aria-labelledby="h-faults"><h2 id="h-faults">Faults</h2><div class="row">${percent('repeat', 'Repeat')}${percent('reorder', 'Reorder')}${percent('malformed', 'Malformed')}
  <label style="width:150px">Clock ahead, ms <input id="skew" type="number" value="0"></label>
  ${button({ act: 'faults', repeat: '@percent:repeat', reorder: '@percent:reorder', malformed: '@percent:malformed', skewMs: '@number:skew' }, 'Set these faults')}</div></section>`;
const LEDGER =
  '<section aria-labelledby="h-ledger"><h2 id="h-ledger">Ledger</h2><output id="ledger"></output></section>';

/** A value of a button's act: `@<kind>:<id>` is what stands in a field of the page. */
function filled(value: unknown): unknown {
  if (typeof value !== 'string' || !value.startsWith('@')) return value;
  const [kind = '', id = ''] = value.slice(1).split(':');
  const chosen = Number(field('viewer'));
  if (kind === 'viewer') return PEOPLE[chosen];
  if (kind === 'some') return [1, 2, 3].map((n) => PEOPLE[(chosen + n) % PEOPLE.length]);
  return kind === 'number' ? Number(field(id)) : kind === 'percent' ? Number(field(id)) / 100 : field(id);
}

/** Sets the page up: viewers to choose from, every button, and the room's state every two seconds. */
export function standinPage({ name, room, ledger, describe }: StandinPage): void {
  find('#viewers').insertAdjacentHTML('beforebegin', BEFORE);
  find('#viewers').insertAdjacentHTML('afterend', BEHIND);
  find('#own-faults').insertAdjacentHTML('afterend', LEDGER);
  const state = find('#state');
  const named = new URLSearchParams(location.search).get('handle');
  if (named) find<HTMLInputElement>('#handle').value = named;
  find<HTMLSelectElement>('#viewer').append(
    ...PEOPLE.map(({ nickname, handle }, n) => new Option(`${nickname} (${handle})`, String(n))),
  );

  const say = (text: string, bad = false): void => {
    state.textContent = text;
    state.classList.toggle('bad', bad);
  };
  const refresh = async (): Promise<void> => {
    const answer = await fetch(room(field('handle'))).catch(() => null);
    if (!answer?.ok)
      return say(
        answer?.status === 404 ? 'Nobody has this handle. It can be opened.' : `${name} does not answer.`,
        true,
      );
    const now = (await answer.json()) as Record<string, unknown>;
    const word = { live: 'Live', offline: 'Offline', ended: 'Ended' }[String(now.state)] ?? String(now.state);
    say(
      [
        word,
        ...(now.public === false ? ['not public'] : []),
        describe(now),
        ...(now.crowd ? [`a crowd of ${String(now.crowd)} events a second`] : []),
      ].join(' · '),
    );
    const ledgers = (await (await fetch(ledger)).json()) as Record<string, unknown>;
    find('#ledger').textContent = JSON.stringify(ledgers[field('handle')] ?? {}, null, 1).replace(/[{}"]/g, '');
  };
  const act = async (json: string): Promise<void> => {
    const body = Object.fromEntries(
      Object.entries(JSON.parse(json) as Record<string, unknown>).map(([key, value]) => [key, filled(value)]),
    );
    const answer = await fetch(`${room(field('handle'))}/act`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    }).catch(() => null);
    if (!answer) return say(`${name} does not answer.`, true);
    const said = (await answer.json()) as { detail?: string };
    if (answer.ok) await refresh();
    else say(said.detail ?? 'That could not be done.', true);
  };
  for (const button of document.querySelectorAll<HTMLElement>('[data-act]'))
    button.addEventListener('click', () => void act(button.dataset.act ?? '{}'));
  find('#handle').addEventListener('change', () => void refresh());
  void refresh();
  setInterval(() => {
    if (!state.classList.contains('bad')) void refresh();
  }, 2000);
}
