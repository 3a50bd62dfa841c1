import { createTransport } from 'nodemailer';
import * as v from 'valibot';
import { MailSetting } from '../../contract/access/account.ts';
import type { KeyFolder } from '../networkAccess/keyFolder.ts';
import { HttpProblem } from '../httpProblem.ts';

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

  /** null: none was set, or what was cannot be read any more. */
  setting(): MailSetting | null {
    try {
      const text = this.keys.read(FILE);
      return text === null ? null : v.parse(MailSetting, JSON.parse(text));
    } catch (error) {
      if (error instanceof SyntaxError || error instanceof v.ValiError) return null;
      throw error;
    }
  }

  /** A password left out stays as it was. */
  keep(said: MailSetting): void {
    const password = said.password ?? this.setting()?.password ?? '';
    this.keys.write(FILE, JSON.stringify({ ...said, password }));
  }

  forget(): void {
    this.keys.remove(FILE);
  }

  /**
   * What the mail server answered as it took the letter.
   * @throws HttpProblem in words where it cannot be reached or refuses
   */
  async send(letter: Letter): Promise<string> {
    const setting = this.setting();
    if (!setting && this.keys.read(FILE) !== null)
      throw new HttpProblem(
        409,
        'No mail',
        'The mail settings that were kept cannot be read.',
        'Set mail up anew under Settings, Use a phone at the tank.',
      );
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
      const { response } = await transport.sendMail({ from, ...letter });
      return oneLine(response);
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
      return { mailed: true, mailWord: takenWord(to, await this.send({ to, subject, text })) };
    } catch (error) {
      if (!(error instanceof HttpProblem)) throw error;
      return { mailed: false, mailWord: error.problem.detail };
    }
  }
}

/** Taken is not yet delivered: the answer is what a person shows whoever looks after the mail server. */
export const takenWord = (to: string, answer: string): string =>
  `Sent to ${to}: the mail server took it and answered ${answer ? `“${answer}”` : 'nothing more'}.`;

const LONGEST_ANSWER = 160;
const oneLine = (answer: string): string => {
  const line = answer.replaceAll(/[\s\p{Cc}]+/gu, ' ').trim();
  return line.length > LONGEST_ANSWER ? `${line.slice(0, LONGEST_ANSWER)} …` : line;
};

/** What went wrong in words, and the server's own where it gave some. */
function shortly(error: unknown): string {
  const { code, response } = error as { code?: string; response?: string };
  const answer = response ? ` It answered “${oneLine(response)}”.` : '';
  const words: Record<string, string> = {
    ECONNREFUSED: 'nothing answers there.',
    ETIMEDOUT: 'it does not answer.',
    ECONNECTION: 'it cannot be reached.',
    ESOCKET: 'it cannot be reached.',
    EDNS: 'its name leads nowhere.',
    EAUTH: 'it does not know the user or the password.',
    EENVELOPE: 'it does not take mail for that address.',
  };
  const known = words[code ?? ''];
  if (known !== undefined) return `${known}${answer}`;
  return response ? `it answered “${oneLine(response)}”.` : `it broke off (${code ?? 'no reason given'}).`;
}
