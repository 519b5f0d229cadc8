import type { Express } from 'express';

/* Whether the server runs, and whether it can do its work: for whoever watches over it, and for a proxy before it. In plain text, without a key. */

export class Health {
  /** It ends: who comes now is sent away for a moment. */
  closing = false;

  /** @param notReady why nothing can be kept now, in a sentence; null: it can */
  constructor(private readonly notReady: () => string | null) {}

  /** Before everything else, so that a limit or a proxy's check is none of theirs. */
  answerOn(app: Express): void {
    app.get('/healthz', (_req, res) => void res.type('text').set('cache-control', 'no-store').send('ok\n'));
    app.get('/readyz', (_req, res) => {
      const why = this.closing ? 'It ends.' : this.notReady();
      res
        .status(why === null ? 200 : 503)
        .type('text')
        .set('cache-control', 'no-store')
        .send(`${why ?? 'ready'}\n`);
    });
    app.use((_req, res, next) => {
      if (!this.closing) return next();
      res.status(503).set('retry-after', '2').type('text').send('The server is being started again.\n');
    });
  }
}
