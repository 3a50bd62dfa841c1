import { roles, type RoleId } from '../../contract/access/rights.ts';

interface Words {
  subject: string;
  text: string;
}
interface Leads {
  link: string;
  trustFirst: string | null;
  until: string;
}
const foot = '\n\nIf you did not expect this, do nothing: it ends by itself.\n';
const leads = ({ link, trustFirst, until }: Leads, what: string): string =>
  `${trustFirst ? `A device that has never been there opens this page first and is told how to trust it:\n\n${trustFirst}\n\nThen ` : ''}${what}, once, until ${until}:\n\n${link}${foot}`;

export const invitation = (name: string, by: string, role: RoleId, to: Leads): Words => ({
  subject: `${by} invites you to Jondrel`,
  text: `Hello ${name},\n\n${by} invites you as ${roles[role].word}: ${roles[role].may}\n\n${leads(to, 'choose a password here')}`,
});
export const newPassword = (name: string, to: Leads): Words => ({
  subject: 'Choose another password for Jondrel',
  text: `Hello ${name},\n\nsomebody asked for a new password for you.\n\n${leads(to, 'choose it here')}`,
});
export const tryOut = (): Words => ({
  subject: 'Mail from Jondrel works',
  text: 'This is the mail you asked for in the settings. Nothing needs doing.\n',
});
export const sentTestsLetter = (system: string, from: string, said: readonly string[]): Words => ({
  subject: `${system}: tests from ${from}`,
  text: `${from} sent tests of ${system} and was told:\n\n${said.join('\n')}\n\nThey stand on Today until somebody has seen them.\n`,
});
