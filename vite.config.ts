import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';

const apiPort = process.env.JONDREL_PORT ?? '4180';

export default defineConfig({
  root: 'web',
  plugins: [
    react(),
    VitePWA({
      strategies: 'injectManifest',
      srcDir: 'sw',
      filename: 'sw.ts',
      injectRegister: false,
      injectManifest: {
        globPatterns: ['**/*.{html,js,css,woff2,svg,png}'],
        maximumFileSizeToCacheInBytes: 8_000_000,
      },
      manifest: {
        name: 'Jondrel',
        short_name: 'Jondrel',
        description: 'Plans the upkeep of aquarium life support.',
        start_url: '/today',
        display: 'standalone',
        background_color: '#F4F4EE',
        theme_color: '#F4F4EE',
        icons: [
          { src: '/icon-192.png', sizes: '192x192', type: 'image/png' },
          { src: '/icon-512.png', sizes: '512x512', type: 'image/png' },
          { src: '/icon-maskable.png', sizes: '512x512', type: 'image/png', purpose: 'maskable' },
        ],
      },
    }),
  ],
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
