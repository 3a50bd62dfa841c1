import { subjects, type Subject } from '../core/calculators/define.ts';
import { calculators } from '../core/calculators/registry.ts';
import { exampleOf } from './calculators.ts';

const cell = (text: string): string => text.replaceAll('|', '\\|');
const shown = (value: unknown): string =>
  typeof value === 'number' ? String(Number(value.toPrecision(7))) : JSON.stringify(value);

/** docs/calculators.md: every calculator with its inputs, limits, results, formula, source and example. */
export function calculatorDoc(): string {
  const parts = (Object.keys(subjects) as Subject[]).flatMap((subject) => {
    const entries = calculators.filter((entry) => entry.subject === subject);
    return [
      `## ${subjects[subject]}`,
      ...entries.map((entry) => {
        const example = exampleOf(entry);
        const inputs = Object.entries(entry.inputs).map(
          ([name, input]) =>
            `| \`${name}\` | ${cell(input.label)} | ${cell(input.unit)} | ${'from' in input ? `${input.from} to ${input.to}` : ''} | ${cell(shown(input.example))} |`,
        );
        const outputs = Object.entries(entry.outputs).map(
          ([name, output]) =>
            `| \`${name}\` | ${cell(output.label)} | ${cell(output.unit)} | | ${cell(shown(example.outputs[name] ?? null))} |`,
        );
        return [
          `### ${entry.title}`,
          `\`${entry.id}\` · ${entry.formula} · Source: ${entry.source}.`,
          ...(entry.cautions ?? []).map((caution) => `> ${caution}`),
          ['| name | what | unit | limits | example |', '|---|---|---|---|---|', ...inputs, ...outputs].join(
            '\n',
          ),
        ].join('\n\n');
      }),
    ];
  });
  return `${[
    '<!-- do not edit: written by npm run docs from core/calculators -->',
    '# Calculators',
    `${calculators.length} calculators. On the bench, over \`POST /api/calculators/:id\`, and by \`./jondrel calc ID name=value … --json\`. Outside its limits each one refuses; nothing is extrapolated. Local codes, makers’ manuals and licensed practice come first.`,
    ...parts,
  ].join('\n\n')}\n`;
}
