import type { Running } from '../server/serve.ts';

/** What whoever starts the server reads: where it answers, and what is to be done first. */
export function addressWords({ address, access }: Running): string {
  const networkAccess = access.networkAccess();
  const { addresses, trustPages, certificate } = networkAccess.view(address, false);
  if (!networkAccess.isWide) return `Jondrel answers this computer only, at\n\n  ${address}\n`;
  const code = access.firstCode
    ? `\nNobody owns it yet: until somebody does, only the page for the first owner answers beyond this computer.\nMake the first owner here, at ${address}, or from another device with this code, which holds until the server stops:\n\n  ${access.firstCode.shown}\n`
    : '';
  const trust =
    certificate?.authorityFingerprint != null
      ? `\nA new phone first opens ${trustPages[0] ?? ''} and is told there how to trust it.\nThe fingerprint to compare: ${certificate.authorityFingerprint}\n`
      : '';
  return `Jondrel answers this computer at\n\n  ${address}\n\nand others, who sign in, at\n\n${addresses.map((one) => `  ${one}\n`).join('')}${trust}${code}`;
}
