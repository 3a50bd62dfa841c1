import type { Request, Response } from 'express';
import { promisify } from 'node:util';
import { gzip } from 'node:zlib';

const packed = promisify(gzip);

/**
 * An answer that is large, and the same for everybody who may have it: when fifty windows open at once it is written out and
 * packed once, not fifty times.
 */
export class WholeAnswer {
  private known: { state: string; bytes: Promise<Buffer> } | null = null;

  /**
   * @param state what it was made of: at another state it is made anew
   * @param make the answer, as it is to be told
   */
  async send(req: Request, res: Response, state: string, make: () => unknown): Promise<void> {
    if (!req.acceptsEncodings('gzip')) {
      res.json(make());
      return;
    }
    if (this.known?.state !== state) this.known = { state, bytes: packed(JSON.stringify(make())) };
    const bytes = await this.known.bytes;
    res.set({ 'Content-Type': 'application/json; charset=utf-8', 'Content-Encoding': 'gzip' });
    res.vary('Accept-Encoding').send(bytes);
  }
}
