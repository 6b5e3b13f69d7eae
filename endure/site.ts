import { readdirSync, readFileSync } from 'node:fs';
import type { Server } from 'node:http';
import { join } from 'node:path';
import express from 'express';
import { makeServer } from '../server/server';
import { TROUBLE } from './trouble';

const scripts = join('_expo', 'static', 'js', 'web');

/** Serves the built app with a worker that can be troubled. */
export function serveTroubled(dist: string, port: number): Server {
  const worker = readdirSync(join(dist, scripts)).find((name) => name.startsWith('fernWorker-'));
  if (!worker) throw new Error('the app is not built');
  const code = TROUBLE + readFileSync(join(dist, scripts, worker), 'utf8');
  const site = express();
  site.get(
    `/_expo/static/js/web/${worker}`,
    (_request, response) => void response.set('Cache-Control', 'max-age=31536000').type('js').send(code),
  );
  site.get(
    '/sleep/:ms',
    (request, response) => void setTimeout(() => response.send('awake'), Number(request.params.ms)),
  );
  site.use(makeServer(dist));
  return site.listen(port, '127.0.0.1');
}
