import { createInterface } from 'node:readline/promises';
import { resolve } from 'node:path';
import { Command } from 'commander';
import * as v from 'valibot';
import { Password } from '../../contract/access/account.ts';
import { roles } from '../../contract/access/rights.ts';
import { Accounts } from '../../store/access/accounts.ts';
import { SignInLog } from '../../store/access/signInLog.ts';
import type { Databases } from '../../store/database.ts';
import { Store } from '../../store/store.ts';
import { defaultDataDir, withWriting } from '../dataDir.ts';
import { BadInput } from '../exit.ts';
import { now } from '../clock.ts';

function accountsIn(databases: Databases): Accounts {
  return new Accounts({
    databases,
    store: new Store(databases, now),
    log: new SignInLog(databases, now),
    now,
  });
}

/** The way back where there is no mail: on the machine itself, with the server stopped. */
export function resetPasswordCommand(): Command {
  return new Command('reset-password')
    .description('give somebody another password; the server must be stopped')
    .argument('[name]', 'the name they sign in with; left out: the names are listed')
    .option('--data <dir>', 'data directory', defaultDataDir())
    .action(async (name: string | undefined, options: { data: string }) => {
      await withWriting(resolve(options.data), 'the reset of a password', async (databases) => {
        const accounts = accountsIn(databases);
        if (name === undefined) return list(accounts);
        if (!(await accounts.bySignIn(name)))
          throw new BadInput(`Nobody signs in as “${name}”. Without a name, the command lists them.`);
        const password = v.safeParse(Password, await ask(`New password for ${name}: `));
        if (!password.success) throw new BadInput(password.issues[0].message);
        const { name: who } = await accounts.resetOnMachine(name, password.output);
        process.stderr.write(`${who} has another password and is signed out everywhere.\n`);
      });
    });
}

async function list(accounts: Accounts): Promise<void> {
  const all = await accounts.list();
  if (all.length === 0) process.stderr.write('Nobody signs in here yet.\n');
  for (const { signIn, name, role, state } of all)
    if (roles[role].signsIn) process.stdout.write(`${signIn}\t${name}\t${roles[role].word}\t${state}\n`);
}

/** One line, from a pipe or typed; what is typed is not shown. */
async function ask(prompt: string): Promise<string> {
  const lines = createInterface({
    input: process.stdin,
    output: process.stderr,
    terminal: process.stdin.isTTY,
  });
  const mute = lines as unknown as { _writeToOutput?: (text: string) => void };
  process.stderr.write(prompt);
  mute._writeToOutput = () => undefined;
  try {
    const [line] = await new Promise<string[]>((done) => {
      lines.once('line', (text) => done([text]));
      lines.once('close', () => done([]));
    });
    if (line === undefined) throw new BadInput('No password was given.');
    return line;
  } finally {
    process.stderr.write('\n');
    lines.close();
  }
}
