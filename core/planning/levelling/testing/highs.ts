import highsModule from 'highs';

/** The solver, as its package exports it to whoever imports CommonJS. */
export const loadHighs = highsModule as unknown as typeof highsModule.default;
