import * as v from 'valibot';
import { answers, ProblemAnswer } from '../../contract/answers.ts';

const routes = Object.entries(answers).map(([name, schema]) => {
  const [method = '', path = ''] = name.split(' ');
  return { method, path: new RegExp(`^${path.replace(/:\w+/g, '[^/]+')}$`), schema };
});

/** Holds an answer against what the contract says of its route. @throws what is otherwise, field by field */
export function requireAnswered(method: string, path: string, status: number, json: unknown): void {
  const [bare = ''] = path.split('?');
  const schema =
    status >= 400
      ? ProblemAnswer
      : routes.find((one) => one.method === method && one.path.test(bare))?.schema;
  if (!schema) return;
  const { issues } = v.safeParse(schema, json);
  const [first] = issues ?? [];
  if (first)
    throw new Error(
      `${method} ${path} answered ${status} beside its contract: ${v.getDotPath(first) ?? ''} ${first.message}`,
    );
}
