import { toString as qrSvg } from 'qrcode';
import type { RequestListener } from 'node:http';
import type { Certificate } from './certificate.ts';

// What plain http beyond loopback answers: this page, the authority's certificate that it hands out, nothing else.

export const AUTHORITY_PATH = '/jondrel-authority.crt';

const escaped = (text: string): string =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('"', '&quot;');

const style = `body{margin:0;background:#f4f4ee;color:#12302b;font:17px/25px system-ui,sans-serif}
main{max-width:640px;margin:0 auto;padding:20px 16px 48px}h1{font-size:28px;line-height:32px;margin:0 0 8px}
h2{font-size:19px;line-height:24px;margin:0;padding-top:8px}section{border-top:2px solid #12302b;margin-top:24px}
ol{padding-left:22px}li{margin:6px 0}code{font:15px/22px ui-monospace,monospace;overflow-wrap:anywhere}
a.act{display:block;background:#0b5a6b;color:#fbfbf8;text-decoration:none;font-weight:600;text-align:center;
border-radius:3px;padding:15px;margin:16px 0}a{color:#0b5a6b}.soft{color:#4a5c56}svg{width:200px;height:200px;display:block}
@media(prefers-color-scheme:dark){body{background:#0c1614;color:#e7ece3}section{border-color:#e7ece3}a{color:#74c7d2}
a.act{background:#74c7d2;color:#06201f}.soft{color:#a3b2aa}svg{background:#fff}}`;

const steps: readonly { device: string; how: readonly string[] }[] = [
  {
    device: 'Android phone or tablet',
    how: [
      'Take the certificate with the button above.',
      'Open Settings and search for “CA certificate” (under Security, Encryption and credentials).',
      'Choose “Install anyway”, then the file jondrel-authority.crt.',
    ],
  },
  {
    device: 'iPhone or iPad',
    how: [
      'Open this page in the browser that came with it, take the certificate, allow the profile.',
      'Settings, “Profile downloaded”, Install.',
      'Settings, General, About, Certificate trust settings: switch Jondrel on.',
    ],
  },
  {
    device: 'Computer',
    how: [
      'Take the certificate and open it.',
      'Put it among the trusted root authorities of your account (in some browsers: Settings, Certificates, Authorities, Import).',
    ],
  },
];

async function pageOf({ authority }: Certificate, addresses: readonly string[]): Promise<string> {
  const first = addresses[0] ?? '';
  const links = addresses
    .map((address) => `<li><a href="${escaped(address)}">${escaped(address)}</a></li>`)
    .join('');
  const trust = authority
    ? `<p>Jondrel answers here over an encrypted connection only. Its certificate is from this installation’s own
authority, so each phone must be told once to trust it.</p>
<section><h2>1. Compare</h2><p>The computer that runs Jondrel shows this fingerprint in its settings, under
“A phone at the tank”. Compare the first and the last eight characters. If they differ, somebody stands between: stop here.</p>
<p><code>${authority.fingerprint}</code></p>
<p class="soft">The authority can vouch for private networks and this computer only.</p></section>
<section><h2>2. Trust it</h2><a class="act" href="${AUTHORITY_PATH}">Take the certificate</a>
${steps.map(({ device, how }) => `<h2>${device}</h2><ol>${how.map((step) => `<li>${step}</li>`).join('')}</ol>`).join('')}</section>
<section><h2>3. Open it</h2>`
    : `<p>Jondrel answers here over an encrypted connection only.</p><section><h2>Open it</h2>`;
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1">
<title>Jondrel: open it safely</title><style>${style}</style></head><body><main><h1>Open Jondrel safely</h1>
${trust}<ul>${links}</ul>${first ? await qrSvg(first, { type: 'svg', margin: 2 }) : ''}
<p class="soft">With the camera of another phone.</p></section></main></body></html>`;
}

/** @param now what holds at the moment of a request: the certificate is renewed, addresses change */
export function trustPage(
  now: () => { certificate: Certificate; addresses: readonly string[] },
): RequestListener {
  return (req, res) => {
    const { certificate, addresses } = now();
    res.setHeader(
      'Content-Security-Policy',
      "default-src 'none'; style-src 'unsafe-inline'; frame-ancestors 'none'",
    );
    res.setHeader('X-Content-Type-Options', 'nosniff');
    res.setHeader('Referrer-Policy', 'no-referrer');
    res.setHeader('Cache-Control', 'no-store');
    if (req.method !== 'GET' && req.method !== 'HEAD') {
      res.writeHead(405, { Allow: 'GET, HEAD' }).end();
      return;
    }
    if (req.url === AUTHORITY_PATH && certificate.authority) {
      const [, base64 = ''] =
        /-----BEGIN CERTIFICATE-----([^-]+)-----END/.exec(certificate.authority.pem) ?? [];
      res.writeHead(200, {
        'Content-Type': 'application/x-x509-ca-cert',
        'Content-Disposition': 'attachment; filename="jondrel-authority.crt"',
      });
      res.end(req.method === 'HEAD' ? undefined : Buffer.from(base64, 'base64'));
      return;
    }
    pageOf(certificate, addresses).then(
      (page) => {
        res.writeHead(200, { 'Content-Type': 'text/html; charset=utf-8' });
        res.end(req.method === 'HEAD' ? undefined : page);
      },
      () => res.writeHead(500).end(),
    );
  };
}
