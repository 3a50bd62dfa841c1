import { Command } from 'commander';

export function demoCommand(): Command {
  return new Command('demo').description('serve the demonstration data');
}
