import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['{core,contract,model,usecases,store,server,cli,demo,web,benchmarks}/**/*.test.{ts,tsx}'],
    // a machine that is busy with other things is slow, not wrong
    testTimeout: 90_000,
    pool: 'forks',
    setupFiles: ['scripts/properties.setup.ts'],
  },
});
