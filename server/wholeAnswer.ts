import type { Request, Response } from 'express';
import { promisify } from 'node:util';
import { gzip } from 'node:zlib';

/** Windows that hold different places ask for different things. */
const KEPT = 4;

const packed = promisify(gzip);

/**
 * An answer that is large, and the same for everybody who may have it: when fifty windows open at once it is written out and
 * packed once, not fifty times.
 */
export class WholeAnswer {
  /** By state, the one asked for last at the end. */
  private readonly known = new Map<string, Promise<Buffer>>();

  /**
   * @param state what it was made of: at another state it is made anew
   * @param make the answer, as it is to be told
   */
  async send(req: Request, res: Response, state: string, make: () => unknown): Promise<void> {
    if (!req.acceptsEncodings('gzip')) {
      res.json(make());
      return;
    }
    const bytes = await this.of(state, make);
    res.set({ 'Content-Type': 'application/json; charset=utf-8', 'Content-Encoding': 'gzip' });
    res.vary('Accept-Encoding').send(bytes);
  }

  private of(state: string, make: () => unknown): Promise<Buffer> {
    const bytes = this.known.get(state) ?? packed(JSON.stringify(make()));
    this.known.delete(state);
    this.known.set(state, bytes);
    const [oldest] = this.known.keys();
    if (oldest !== undefined && this.known.size > KEPT) this.known.delete(oldest);
    return bytes;
  }
}
