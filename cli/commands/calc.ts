import { readFileSync } from 'node:fs';
import { text } from 'node:stream/consumers';
import { Command } from 'commander';
import { asRefusal } from '../../core/errors.ts';
import { refusalWord } from '../../core/explain/refusalWord.ts';
import { calculatorOf, calculators } from '../../core/calculators/registry.ts';
import type { Calculator } from '../../core/calculators/define.ts';
import {
  answerCaseList,
  calculate,
  CalculatorInputError,
  listCalculators,
} from '../../contract/calculators.ts';
import { BadInput } from '../exit.ts';

interface Options {
  list: boolean;
  json: boolean;
  ndjson: boolean;
  cases?: string;
}

export function calcCommand(): Command {
  return new Command('calc')
    .description('the arithmetic of the trade: one calculator, or published cases')
    .argument('[id]', 'which calculator')
    .argument('[inputs...]', 'name=value; without any, inputs come as JSON on standard input')
    .option('--list', 'all calculators with their inputs, outputs, limits, sources and examples', false)
    .option('--json', 'as JSON', false)
    .option('--ndjson', 'one set of inputs a line in, one answer a line out', false)
    .option('--cases <file>', 'answer a file of cases by their topic and inputs')
    .action(async (id: string | undefined, given: string[], options: Options) => {
      if (options.list) return printList(options.json);
      if (options.cases !== undefined) return printCases(options.cases);
      if (id === undefined) throw new BadInput('Which calculator? “calc --list” names them.');
      const entry = calculatorOf(id);
      if (!entry) throw new BadInput(`There is no calculator “${id}”. “calc --list” names them.`);
      if (options.ndjson) return answerLines(entry, (await text(process.stdin)).split('\n'));
      const inputs = given.length > 0 ? fromPairs(entry, given) : parsed(await text(process.stdin));
      const outputs = answered(() => calculate(entry, inputs));
      if (options.json) print(JSON.stringify({ id, outputs }, null, 1));
      else
        for (const [name, { value, unit }] of Object.entries(outputs))
          print(`${(entry.outputs[name]?.label ?? name).padEnd(48)} ${shown(value)} ${unit}`.trimEnd());
    });
}

/** For reading: seven digits; --json gives all of them. */
const shown = (value: unknown): string =>
  typeof value === 'number' ? String(Number(value.toPrecision(7))) : JSON.stringify(value);
const print = (line: string): void => void process.stdout.write(`${line}\n`);

function printList(json: boolean): void {
  if (json) print(JSON.stringify(listCalculators(), null, 1));
  else for (const entry of calculators) print(`${entry.id.padEnd(34)} ${entry.title}`);
}

function printCases(file: string): void {
  let content: string;
  try {
    content = readFileSync(file, 'utf8');
  } catch {
    throw new BadInput(`--cases: ${file} cannot be read.`);
  }
  const cases = parsed(content);
  if (!Array.isArray(cases)) throw new BadInput(`--cases: ${file} holds no list of cases.`);
  for (const answer of answerCaseList(cases as unknown[])) print(JSON.stringify(answer));
}

function answerLines(entry: Calculator, lines: readonly string[]): void {
  let bad = 0;
  lines.forEach((line, index) => {
    if (line.trim() === '') return;
    try {
      print(JSON.stringify({ outputs: answered(() => calculate(entry, parsed(line))) }));
    } catch (error) {
      if (!(error instanceof BadInput)) throw error;
      bad++;
      print(JSON.stringify({ line: index + 1, error: error.message }));
    }
  });
  if (bad > 0)
    throw new BadInput(`${bad} ${bad === 1 ? 'line was' : 'lines were'} malformed; the rest is answered.`);
}

/** What is wrong with the inputs is bad input, with its sentence. */
function answered<T>(work: () => T): T {
  try {
    return work();
  } catch (error) {
    const refusal = asRefusal(error);
    if (refusal) throw new BadInput(refusalWord(refusal));
    if (error instanceof CalculatorInputError) throw new BadInput(error.message);
    throw error;
  }
}

function parsed(json: string): unknown {
  try {
    return JSON.parse(json);
  } catch {
    throw new BadInput('The input is not JSON.');
  }
}

/** Words for choices, JSON for lists, numbers for the rest. */
function fromPairs(entry: Calculator, pairs: readonly string[]): Record<string, unknown> {
  return Object.fromEntries(
    pairs.map((pair) => {
      const [name = '', ...rest] = pair.split('=');
      const value = rest.join('=');
      if (value === '') throw new BadInput(`“${pair}”: name=value is needed.`);
      return [name, entry.inputs[name]?.kind === 'choice' ? value : parsed(value)];
    }),
  );
}
