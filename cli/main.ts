#!/usr/bin/env node
import { Command, CommanderError } from 'commander';
import { backupCommand } from './commands/backup.ts';
import { calcCommand } from './commands/calc.ts';
import { checkCommand } from './commands/check.ts';
import { demoCommand } from './commands/demo.ts';
import { exportCommand } from './commands/export.ts';
import { importCommand } from './commands/import.ts';
import { importCsvCommand } from './commands/importCsv.ts';
import { planCommand } from './commands/plan.ts';
import { resetPasswordCommand } from './commands/resetPassword.ts';
import { restoreCommand } from './commands/restore.ts';
import { roundCommand } from './commands/round.ts';
import { serveCommand } from './commands/serve.ts';
import { wearCommand } from './commands/wear.ts';
import { exitCodeOf, printError } from './exit.ts';

// Whatever is written (data, backups, exports, keys) is for whoever runs it, from its first byte on.
process.umask(0o077);

// Standard output holds answers only; everything else goes to standard error.
const program = new Command('jondrel')
  .description('Plans the upkeep of aquarium life support.')
  .exitOverride();
for (const add of [
  serveCommand,
  demoCommand,
  planCommand,
  roundCommand,
  exportCommand,
  importCommand,
  importCsvCommand,
  backupCommand,
  restoreCommand,
  resetPasswordCommand,
  checkCommand,
  wearCommand,
  calcCommand,
]) {
  program.addCommand(add().exitOverride());
}

try {
  await program.parseAsync();
} catch (error) {
  if (!(error instanceof CommanderError)) printError(error);
  process.exitCode = exitCodeOf(error);
}
