import { existsSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import express, { Router, type Response } from 'express';
import { FONT_FACES } from '@/core/paint/font';

const packages = createRequire(join(process.cwd(), 'package.json'));
const folderOf = (name: string): string => dirname(packages.resolve(`${name}/package.json`));

/** These never change under their name: a new version is a new build, and a browser may keep them. */
const keep = (res: Response): void =>
  void res.set('cache-control', 'public, max-age=604800').set('access-control-allow-origin', '*');

/** Fonts and emoji, from the packages that they ship in: /fonts/<file> and /emoji/<code points>.svg. */
export function files(): Router {
  const router = Router();
  const fonts = new Map(
    FONT_FACES.map(({ file }) => {
      const [scope = '', name = '', ...rest] = file.split('/');
      return [rest.at(-1) ?? '', join(folderOf(`${scope}/${name}`), ...rest)];
    }),
  );
  router.get('/fonts/:file', (req, res) => {
    const path = fonts.get(req.params.file);
    if (!path || !existsSync(path)) return void res.status(404).end();
    keep(res);
    res.sendFile(path);
  });
  router.use('/emoji', express.static(folderOf('@twemoji/svg'), { index: false, setHeaders: keep }));
  return router;
}
