import type { AddressInfo } from 'node:net';
import { simpleParser, type ParsedMail } from 'mailparser';
import { SMTPServer } from 'smtp-server';

/** A mail server on this computer that keeps what it is sent. */
export class Mailbox {
  readonly letters: ParsedMail[] = [];
  private readonly smtp = new SMTPServer({
    disabledCommands: ['STARTTLS', 'AUTH'],
    onData: (stream, _session, done) => {
      simpleParser(stream).then((letter) => {
        this.letters.push(letter);
        done();
      }, done);
    },
  });

  open = (): Promise<void> => new Promise((resolve) => this.smtp.listen(0, '127.0.0.1', resolve));
  close = (): Promise<void> => new Promise((resolve) => this.smtp.close(() => resolve()));
  get port(): number {
    return (this.smtp.server.address() as AddressInfo).port;
  }
}
