import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

const apiPort = process.env.JONDREL_PORT ?? '4180';

export default defineConfig({
  root: 'web',
  plugins: [react()],
  build: {
    outDir: '../dist/web',
    emptyOutDir: true,
    sourcemap: false,
    // sizes are printed by scripts/first-screen-size.mjs, gzipped and with what the first screen really loads
    reportCompressedSize: false,
    manifest: true,
    chunkSizeWarningLimit: 2000,
  },
  server: { proxy: { '/api': { target: `http://localhost:${apiPort}`, changeOrigin: false } } },
});
