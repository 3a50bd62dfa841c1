import type { AddressInfo } from 'node:net';
import { simpleParser, type ParsedMail } from 'mailparser';
import { SMTPServer } from 'smtp-server';

/** A mail server on this computer that keeps what it is sent. */
export class Mailbox {
  readonly letters: ParsedMail[] = [];
  /** What it says to a recipient it does not take. */
  readonly refuses = new Map<string, string>();
  private readonly smtp = new SMTPServer({
    disabledCommands: ['STARTTLS', 'AUTH'],
    onRcptTo: ({ address }, _session, done) => {
      const refusal = this.refuses.get(address);
      done(refusal === undefined ? null : Object.assign(new Error(refusal), { responseCode: 550 }));
    },
    onData: (stream, _session, done) => {
      simpleParser(stream).then((letter) => {
        this.letters.push(letter);
        done(null, `queued as letter ${this.letters.length}`);
      }, done);
    },
  });

  open = (): Promise<void> => new Promise((resolve) => this.smtp.listen(0, '127.0.0.1', resolve));
  close = (): Promise<void> => new Promise((resolve) => this.smtp.close(() => resolve()));
  get port(): number {
    return (this.smtp.server.address() as AddressInfo).port;
  }
}
