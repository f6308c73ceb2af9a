import type { AddressInfo } from 'node:net';
import express from 'express';
import { madeOnce } from './made-once';

describe('an answer that never changes', () => {
  it('is made once for any number of questions, told by its hash, and read the same packed and plain', async () => {
    let made = 0;
    const app = express();
    app.get(
      '/page',
      madeOnce(() => ({ nth: ++made, words: 'tree '.repeat(500) })),
    );
    const server = app.listen(0, '127.0.0.1');
    await new Promise((resolve) => server.once('listening', resolve));
    const url = `http://127.0.0.1:${(server.address() as AddressInfo).port}/page`;
    try {
      const first = await fetch(url);
      const tag = first.headers.get('etag') ?? '';
      expect(first.headers.get('content-encoding')).toBe('gzip');
      const page = (await first.json()) as { nth: number };
      expect(page.nth).toBe(1);
      const plain = await fetch(url, { headers: { 'accept-encoding': 'identity' } });
      expect(plain.headers.get('content-encoding')).toBeNull();
      expect(await plain.json()).toEqual(page);
      const again = await Promise.all(Array.from({ length: 50 }, () => fetch(url, { headers: { 'if-none-match': tag } })));
      expect(new Set(again.map(({ status }) => status))).toEqual(new Set([304]));
      expect(made).toBe(1);
    } finally {
      server.closeAllConnections();
      server.close();
    }
  });
});
