import { existsSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import type { ServerResponse } from 'node:http';
import express, { Router } from 'express';
import { FONT_FILES, fontFile } from '@/core/paint/font';
import { compressed } from './compressed';

const packages = createRequire(join(process.cwd(), 'package.json'));
const folderOf = (name: string): string => dirname(packages.resolve(`${name}/package.json`));

/** These never change under their name: a new version is a new build, and a browser may keep them. */
const keep = (res: ServerResponse): void =>
  void res.setHeader('cache-control', 'public, max-age=604800').setHeader('access-control-allow-origin', '*');

/** Fonts and emoji, from the packages that they ship in: /fonts/<file> and /emoji/<code points>.svg. @param built where fonts have their compressed form, once they are built */
export function files(built: string): Router {
  const router = Router();
  const fonts = new Map(
    FONT_FILES.map((file) => {
      const [scope = '', name = '', ...rest] = file.split('/');
      return [fontFile({ file }), join(folderOf(`${scope}/${name}`), ...rest)];
    }),
  );
  router.use('/fonts', compressed(join(built, 'fonts'), { setHeaders: keep }));
  router.get('/fonts/:file', (req, res) => {
    const path = fonts.get(req.params.file);
    if (!path || !existsSync(path)) return void res.status(404).end();
    keep(res);
    res.sendFile(path);
  });
  router.use('/emoji', express.static(folderOf('@twemoji/svg'), { index: false, setHeaders: keep }));
  return router;
}
