import { createHash } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import compression from 'compression';
import express, { type ErrorRequestHandler, type Express } from 'express';
import expressStaticGzip from 'express-static-gzip';
import helmet from 'helmet';
import { catalogueRouter } from './catalogue';

/**
 * Serves the built app from `folder`. Names with a hash in them may be kept for a year; everything else is asked for
 * anew.
 */
export function makeServer(folder: string): Express {
  const app = express();
  const page = join(folder, 'index.html');
  const scripts = existsSync(page) ? inlineScriptHashes(readFileSync(page, 'utf8')) : [];
  app.disable('x-powered-by');
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'none'"],
          // SQLite is WebAssembly; no other code is made at run time.
          scriptSrc: ["'self'", "'wasm-unsafe-eval'", ...scripts],
          // Expo starts a worker from a blob that loads the worker's own file; that file must still come from here.
          workerSrc: ["'self'", 'blob:'],
          connectSrc: ["'self'"],
          imgSrc: ["'self'", 'data:', 'blob:'],
          fontSrc: ["'self'"],
          // React Native for Web and the SQL editor write their styles into <style> elements.
          styleSrc: ["'self'", "'unsafe-inline'"],
          manifestSrc: ["'self'"],
          baseUri: ["'none'"],
          formAction: ["'none'"],
          frameAncestors: ["'none'"],
        },
      },
      crossOriginEmbedderPolicy: { policy: 'credentialless' },
      strictTransportSecurity: false,
    }),
  );
  app.use(catalogueRouter());
  app.use(compression({ threshold: 1024 }));
  app.use(
    // What the build has packed is sent as it is.
    expressStaticGzip(folder, {
      enableBrotli: true,
      index: false,
      serveStatic: {
        setHeaders: (response, path) => {
          const hashed = /[.-][0-9a-f]{16,}\./.test(path);
          response.setHeader('Cache-Control', hashed ? 'public, max-age=31536000, immutable' : 'no-cache');
        },
      },
    }),
  );
  // A file that is not there is not found; any other path is a place in the app.
  app.get(/^\/(?!.*\.[a-z0-9]+$).*/, (_request, response) => {
    response.setHeader('Cache-Control', 'no-cache');
    response.sendFile(page);
  });
  app.use(plainError);
  return app;
}

/**
 * What goes wrong is told in a word, never with how it works inside. A path that is no text (RFC 3986, §2.1) is the
 * asker's mistake.
 */
const plainError: ErrorRequestHandler = (error, _request, response, next) => {
  if (response.headersSent) return next(error);
  const isAskers = error instanceof URIError || (error as { status?: number }).status === 400;
  response
    .status(isAskers ? 400 : 500)
    .json({ error: isAskers ? 'this address cannot be read' : 'something went wrong' });
};

/** The inline scripts that the build itself put into the page, by hash, so that no other may run. */
function inlineScriptHashes(html: string): string[] {
  return [...html.matchAll(/<script>([\s\S]*?)<\/script>/g)].map(
    ([, code = '']) => `'sha256-${createHash('sha256').update(code).digest('base64')}'`,
  );
}
