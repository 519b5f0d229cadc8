/*
 * Starts an outlet's page, in a language that any browser since 2016 reads: what it lacks is put in its place before the page's own script runs, and a
 * browser in which that cannot run is told so in one sentence. Compositors embed browsers of many years.
 */

/** What cannot be replaced: without these there is no frame. */
const needed = [
  typeof Promise !== 'undefined',
  typeof fetch !== 'undefined',
  typeof ReadableStream !== 'undefined',
  typeof TextDecoder !== 'undefined',
  typeof AbortController !== 'undefined',
  typeof Path2D !== 'undefined',
  'fonts' in document,
  !!document.createElement('canvas').getContext('2d'),
];

/** What can be (older.ts), and is used. */
const replaced = [
  'at' in Array.prototype,
  'at' in String.prototype,
  'at' in Uint8Array.prototype,
  'findLast' in Array.prototype,
  'toSorted' in Array.prototype,
  'replaceAll' in String.prototype,
  'isWellFormed' in String.prototype,
  'hasOwn' in Object,
  typeof structuredClone !== 'undefined',
  typeof Intl !== 'undefined' && 'Segmenter' in Intl,
];

const OLD: Record<string, string> = {
  en: 'This browser is too old for an outlet of Gavirn. It needs Chromium 80, Firefox 78, Safari 14.1 or a later one.',
  es: 'Este navegador es demasiado antiguo para una salida de Gavirn. Necesita Chromium 80, Firefox 78, Safari 14.1 o uno posterior.',
  ja: 'このブラウザーは古いため、Gavirn の出力を表示できません。Chromium 80、Firefox 78、Safari 14.1 以降が必要です。',
  ar: 'هذا المتصفح أقدم من أن يعرض مخرج Gavirn. يلزم Chromium 80 أو Firefox 78 أو Safari 14.1 أو أحدث.',
};

const AGAIN_MS = 2000;

function tellOld(): void {
  const old = document.getElementById('old');
  if (!old) return;
  old.textContent = OLD[(navigator.language || 'en').slice(0, 2)] || OLD['en'] || '';
  old.hidden = false;
}

function load(src: string, then: () => void): void {
  const script = document.createElement('script');
  script.src = src;
  script.onload = then;
  // The server may be starting anew: it is asked for again.
  script.onerror = function () {
    setTimeout(function () {
      load(src, then);
    }, AGAIN_MS);
  };
  document.body.appendChild(script);
}

function start(): void {
  load('/outlet/outlet.js', function () {
    // It was fetched, and could not be read or run.
    if (!('gavirnStarted' in window)) tellOld();
  });
}

if (needed.indexOf(false) >= 0) tellOld();
else if (replaced.indexOf(false) >= 0) load('/outlet/older.js', start);
else start();
