import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['{core,contract,store,server,cli,demo,web,bench}/**/*.test.{ts,tsx}'],
    testTimeout: 30_000,
    pool: 'forks',
  },
});
