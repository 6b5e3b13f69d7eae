import { spawn } from 'node:child_process';
import { createReadStream, existsSync, statSync } from 'node:fs';
import { createServer } from 'node:http';
import { extname, join } from 'node:path';

const types: Readonly<Record<string, string>> = {
  '.html': 'text/html',
  '.js': 'text/javascript',
  '.css': 'text/css',
  '.wasm': 'application/wasm',
};

export interface Served {
  address: string;
  close(): void;
}

/** A project's web build, with the headers that SQLite needs there. */
export function served(site: string): Promise<Served> {
  const server = createServer((request, response) => {
    const { pathname } = new URL(request.url ?? '/', 'http://localhost');
    const asked = join(site, decodeURIComponent(pathname));
    const file = existsSync(asked) && statSync(asked).isFile() ? asked : join(site, 'index.html');
    response.setHeader('Cross-Origin-Opener-Policy', 'same-origin');
    response.setHeader('Cross-Origin-Embedder-Policy', 'credentialless');
    response.setHeader('Content-Type', types[extname(file)] ?? 'application/octet-stream');
    createReadStream(file).pipe(response);
  });
  const close = () => {
    server.close();
    server.closeAllConnections();
  };
  return new Promise((resolve) =>
    server.listen(0, () => {
      const address = server.address();
      resolve({ address: `http://localhost:${typeof address === 'object' ? address?.port : ''}`, close });
    }),
  );
}

const STARTED_MS = 4000;

/** The studio as it was built, at a port. */
export async function servedStudio(port: number): Promise<Served> {
  const studio = spawn('npx', ['tsx', 'server/main.ts'], {
    env: { ...process.env, PORT: String(port) },
    detached: true,
  });
  await new Promise((resolve) => setTimeout(resolve, STARTED_MS));
  const close = () => {
    if (studio.pid && studio.exitCode === null) process.kill(-studio.pid);
  };
  return { address: `http://localhost:${port}`, close };
}
