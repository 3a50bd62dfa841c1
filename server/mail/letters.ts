import { roles, type RoleId } from '../../contract/access/rights.ts';

interface Words {
  subject: string;
  text: string;
}
const foot = '\n\nIf you did not expect this, do nothing: it ends by itself.\n';

export const invitation = (name: string, by: string, role: RoleId, link: string, until: string): Words => ({
  subject: `${by} invites you to Jondrel`,
  text: `Hello ${name},\n\n${by} invites you as ${roles[role].word}: ${roles[role].may}\n\nChoose a password here, until ${until}:\n\n${link}${foot}`,
});
export const newPassword = (name: string, link: string, until: string): Words => ({
  subject: 'Choose another password for Jondrel',
  text: `Hello ${name},\n\nsomebody asked for a new password for you. Choose it here, once, until ${until}:\n\n${link}${foot}`,
});
export const tryOut = (): Words => ({
  subject: 'Mail from Jondrel works',
  text: 'This is the mail you asked for in the settings. Nothing needs doing.\n',
});
