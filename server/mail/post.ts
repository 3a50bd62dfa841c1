import { createTransport } from 'nodemailer';
import * as v from 'valibot';
import { MailSetting } from '../../contract/access/account.ts';
import type { KeyFolder } from '../reach/keyFolder.ts';
import { HttpProblem } from '../errorBorder.ts';

export interface Letter {
  to: string;
  subject: string;
  text: string;
  attachments?: { filename: string; content: Buffer }[];
}
/** Whether a letter went out, and in words why not. */
export interface Posted {
  mailed: boolean;
  mailWord: string;
}
const FILE = 'mail.json';
const TIMEOUT_MS = 10_000;
export const noMail = 'No mail is set up: hand the code or the QR code over yourself.';

/** Sends mail by the SMTP server that was set. Its password lies with the keys, never in the database or an archive. */
export class Post {
  private readonly keys: KeyFolder;

  constructor(keys: KeyFolder) {
    this.keys = keys;
  }

  setting(): MailSetting | null {
    const text = this.keys.read(FILE);
    return text === null ? null : v.parse(MailSetting, JSON.parse(text));
  }

  /** A password left out stays as it was. */
  keep(said: MailSetting): void {
    const password = said.password ?? this.setting()?.password ?? '';
    this.keys.write(FILE, JSON.stringify({ ...said, password }));
  }

  forget(): void {
    this.keys.remove(FILE);
  }

  /** @throws HttpProblem in words where the server cannot be reached or refuses */
  async send(letter: Letter): Promise<void> {
    const setting = this.setting();
    if (!setting) throw new HttpProblem(409, 'No mail', noMail);
    const { host, port, secure, user, password, from } = setting;
    const transport = createTransport({
      ...{ host, port, secure },
      ...(user ? { auth: { user, pass: password ?? '' } } : {}),
      connectionTimeout: TIMEOUT_MS,
      greetingTimeout: TIMEOUT_MS,
      socketTimeout: TIMEOUT_MS,
    });
    try {
      await transport.sendMail({ from, ...letter });
    } catch (error) {
      throw new HttpProblem(
        502,
        'The mail did not go out',
        `The mail server ${host} did not take it: ${shortly(error)}`,
        'Look at the mail settings, or hand over yourself what it should have brought.',
      );
    } finally {
      transport.close();
    }
  }

  /** Sends if it can; says in words what became of it. */
  async trySend(to: string | null, subject: string, text: string): Promise<Posted> {
    if (to === null)
      return { mailed: false, mailWord: 'No mail address: hand the code or the QR code over.' };
    if (!this.setting()) return { mailed: false, mailWord: noMail };
    try {
      await this.send({ to, subject, text });
      return { mailed: true, mailWord: `Sent to ${to}.` };
    } catch (error) {
      if (!(error instanceof HttpProblem)) throw error;
      return { mailed: false, mailWord: error.problem.detail };
    }
  }
}

/** The other server's first words, without what was sent to it. */
function shortly(error: unknown): string {
  const { code, responseCode } = error as { code?: string; responseCode?: number };
  const words: Record<string, string> = {
    ECONNREFUSED: 'nothing answers there.',
    ETIMEDOUT: 'it does not answer.',
    ECONNECTION: 'it cannot be reached.',
    ESOCKET: 'it cannot be reached.',
    EDNS: 'its name leads nowhere.',
    EAUTH: 'it does not know the user or the password.',
    EENVELOPE: 'it does not take mail for that address.',
  };
  return words[code ?? ''] ?? `it answered ${responseCode ?? code ?? 'something else'}.`;
}
