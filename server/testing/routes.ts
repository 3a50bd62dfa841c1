import type { Express } from 'express';
import { guards } from '../access/matrix.ts';

interface Layer {
  route?: { path: string; methods: Record<string, boolean> };
  handle: { stack?: Layer[] };
}

/** Every route of the API as the application has it: "GET /records/:kind". */
export function routesOf(app: Express): string[] {
  const walk = (layers: readonly Layer[]): string[] =>
    layers.flatMap(({ route, handle }) => {
      if (route) return Object.keys(route.methods).map((method) => `${method.toUpperCase()} ${route.path}`);
      return handle.stack && !guards.has(handle) ? walk(handle.stack) : [];
    });
  const { stack } = app.router as unknown as { stack: Layer[] };
  return walk(stack).filter((route) => !route.includes('{*any}'));
}
