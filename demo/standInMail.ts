import type { AddressInfo } from 'node:net';
import { simpleParser } from 'mailparser';
import { SMTPServer } from 'smtp-server';

export interface StandInLetter {
  to: string;
  subject: string;
  text: string;
  attachments: string[];
  at: string;
}
const KEPT = 50;

/** A mail server of the demonstration's and the tests' own: it takes everything, on loopback, and sends nothing on. */
export class StandInMail {
  readonly letters: StandInLetter[] = [];
  private readonly server: SMTPServer;

  constructor(now: () => number) {
    this.server = new SMTPServer({
      disabledCommands: ['STARTTLS', 'AUTH'],
      logger: false,
      onData: (stream, session, done) => {
        simpleParser(stream).then((letter) => {
          const to = session.envelope.rcptTo.map((one) => one.address).join(', ');
          const at = new Date(now()).toISOString();
          const attachments = letter.attachments.map((one) => one.filename ?? 'a file');
          this.letters.unshift({
            ...{ to, subject: letter.subject ?? '', text: letter.text ?? '', attachments, at },
          });
          this.letters.length = Math.min(this.letters.length, KEPT);
          done();
        }, done);
      },
    });
  }

  /** @returns its port on loopback */
  async listen(): Promise<number> {
    await new Promise<void>((done, fail) => {
      this.server.once('error', fail);
      this.server.listen(0, '127.0.0.1', done);
    });
    return (this.server.server.address() as AddressInfo).port;
  }

  async close(): Promise<void> {
    await new Promise<void>((done) => this.server.close(() => done()));
  }
}
