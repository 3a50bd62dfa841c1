import type { RequestHandler } from 'express';
import { HttpProblem } from '../httpProblem.ts';
import { loopbackNames, nameInHost } from '../networkAccess/names.ts';
import { listenerOf } from './caller.ts';

const reads = new Set(['GET', 'HEAD', 'OPTIONS']);

/**
 * A foreign Host is refused (a web page elsewhere could point its own name here), and so is what another site's page
 * sends or asks for.
 * @param wideNames what this computer is called beyond itself
 */
export function hygiene(wideNames: () => readonly string[]): RequestHandler {
  return (req, _res, next) => {
    const listener = listenerOf(req);
    const host = req.headers.host ?? '';
    const name = nameInHost(host);
    const known = loopbackNames.includes(name) || (listener === 'wide' && wideNames().includes(name));
    if (!known)
      throw new HttpProblem(
        421,
        'Not for this address',
        listener === 'loopback'
          ? 'This server answers at localhost only.'
          : 'This server does not know the name it was called by.',
        'Open it under an address that it printed, or add the name in its settings.',
      );
    if (!reads.has(req.method)) {
      const own = `${listener === 'loopback' ? 'http' : 'https'}://${host}`;
      const { origin } = req.headers;
      const elsewhere = origin !== undefined ? origin !== own : isForeignFetch(req.headers['sec-fetch-site']);
      // a browser always names the page that writes: a cookie without one is no browser of ours
      const unnamed = origin === undefined && req.headers.cookie !== undefined;
      if (elsewhere || unnamed)
        throw new HttpProblem(403, 'Not from here', 'A page of another site may not write here.');
    }
    next();
  };
}
const isForeignFetch = (site: string | string[] | undefined): boolean =>
  site !== undefined && site !== 'same-origin' && site !== 'none';
