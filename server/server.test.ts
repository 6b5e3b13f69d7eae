import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { CatalogueEntry } from '@/core/scan';
import { catalogueEntries } from './catalogueEntries';
import { makeServer } from './server';

const folder = mkdtempSync(join(tmpdir(), 'fern-'));
mkdirSync(join(folder, 'js'));
writeFileSync(join(folder, 'index.html'), '<html><script>start()</script></html>');
writeFileSync(join(folder, 'js', 'entry-0123456789abcdef0123456789abcdef.js'), 'x'.repeat(5000));
const server = makeServer(folder).listen(0);
const get = (path: string) => fetch(`http://127.0.0.1:${(server.address() as AddressInfo).port}${path}`);
afterAll(() => {
  server.closeAllConnections();
  server.close();
});

describe('the server', () => {
  it('answers every place with the page, asked for anew each time, under a strict policy', async () => {
    const answer = await get('/apps/x/plan');
    expect(await answer.text()).toContain('start()');
    expect(answer.headers.get('cache-control')).toBe('no-cache');
    const policy = answer.headers.get('content-security-policy') ?? '';
    expect(policy).toMatch(/default-src 'none'/);
    expect(policy).toMatch(/script-src 'self' 'wasm-unsafe-eval' 'sha256-[^']+'/);
    expect(policy).not.toMatch(/script-src[^;]*'unsafe-inline'/);
  });

  it('lets named versions be kept for a year, and packs them', async () => {
    const answer = await get('/js/entry-0123456789abcdef0123456789abcdef.js');
    expect(answer.headers.get('cache-control')).toBe('public, max-age=31536000, immutable');
    expect(answer.headers.get('content-encoding')).toMatch(/gzip|br/);
  });

  it('answers as a catalogue, and misbehaves as it is asked to', async () => {
    const [entry] = catalogueEntries();
    const code = entry?.code ?? '';
    expect(CatalogueEntry.parse(await (await get(`/catalogue/${code}`)).json())).toEqual(entry);
    expect((await get('/catalogue/2000000000015')).status).toBe(404);
    expect((await get(`/catalogue/${code}?behave=down`)).status).toBe(503);
    expect(CatalogueEntry.parse(await (await get(`/catalogue/${code}?behave=wrong`)).json()).code).not.toBe(code);
  });

  it('answers what cannot be read without a word of how it works inside', async () => {
    const answer = await get('/catalogue/%E0%A4%A');
    expect([answer.status, await answer.json()]).toEqual([400, { error: 'this address cannot be read' }]);
    expect(await (await get('/apps/%E0%A4%A')).text()).not.toMatch(/Error|at .*\.js/);
  });

  it('does not find what is not there', async () => expect((await get('/js/none.js')).status).toBe(404));
});
