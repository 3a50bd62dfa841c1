#!/usr/bin/env node
import { Command, CommanderError } from 'commander';
import { exitCodeOf, printError } from './exit.ts';

// Whatever is written (data, backups, exports, keys) is for whoever runs it, from its first byte on.
process.umask(0o077);

// Standard output holds answers only; everything else goes to standard error.
const program = new Command('jondrel')
  .description('Plans the upkeep of aquarium life support.')
  .exitOverride();
// in the order of the help
const commands: Readonly<Record<string, () => Promise<Command>>> = {
  serve: async () => (await import('./commands/serve.ts')).serveCommand(),
  demo: async () => (await import('./commands/demo.ts')).demoCommand(),
  plan: async () => (await import('./commands/plan.ts')).planCommand(),
  round: async () => (await import('./commands/round.ts')).roundCommand(),
  export: async () => (await import('./commands/export.ts')).exportCommand(),
  import: async () => (await import('./commands/import.ts')).importCommand(),
  'import-csv': async () => (await import('./commands/importCsv.ts')).importCsvCommand(),
  backup: async () => (await import('./commands/backup.ts')).backupCommand(),
  restore: async () => (await import('./commands/restore.ts')).restoreCommand(),
  'reset-password': async () => (await import('./commands/resetPassword.ts')).resetPasswordCommand(),
  check: async () => (await import('./commands/check.ts')).checkCommand(),
  wear: async () => (await import('./commands/wear.ts')).wearCommand(),
  calc: async () => (await import('./commands/calc.ts')).calcCommand(),
};
// only the one that is asked for is read in: a calculator does not wait for a server
const asked = Object.hasOwn(commands, process.argv[2] ?? '')
  ? [process.argv[2] ?? '']
  : Object.keys(commands);
for (const name of asked) {
  const command = await commands[name]?.();
  if (command) program.addCommand(command.exitOverride());
}

try {
  await program.parseAsync();
} catch (error) {
  if (!(error instanceof CommanderError)) printError(error);
  process.exitCode = exitCodeOf(error);
}
