import { createHash } from 'node:crypto';
import { gzipSync } from 'node:zlib';
import type { RequestHandler } from 'express';

/**
 * Answers with JSON that never changes while the service runs: made, packed and named by its hash at the first question, so that
 * nobody can keep the service busy with it.
 */
export function madeOnce(make: () => unknown): RequestHandler {
  let held: { plain: Buffer; packed: Buffer; tag: string } | undefined;
  return (request, response) => {
    if (!held) {
      const plain = Buffer.from(JSON.stringify(make()));
      held = { plain, packed: gzipSync(plain), tag: `"${createHash('sha256').update(plain).digest('base64url')}"` };
    }
    // It is for anyone, and asked about again each time by its hash.
    response.set({
      'Cache-Control': 'no-cache',
      ETag: held.tag,
      'Content-Type': 'application/json; charset=utf-8',
      Vary: 'Accept-Encoding',
    });
    if (request.get('if-none-match') === held.tag) return void response.status(304).end();
    if (!request.acceptsEncodings('gzip')) return void response.send(held.plain);
    response.set('Content-Encoding', 'gzip').send(held.packed);
  };
}
