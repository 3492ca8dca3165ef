import node from '@astrojs/node';
import react from '@astrojs/react';
import tailwindcss from '@tailwindcss/vite';
import AstroPWA from '@vite-pwa/astro';
import { defineConfig } from 'astro/config';
import { fileURLToPath } from 'node:url';
import { chunkOf } from './command/chunks';
import { squeezeFiles } from './command/squeeze';

export default defineConfig({
  srcDir: './web',
  publicDir: './web/public',
  output: 'server',
  adapter: node({ mode: 'standalone' }),
  integrations: [
    react(),
    {
      name: 'squeezed',
      hooks: { 'astro:build:done': ({ dir }) => squeezeFiles(fileURLToPath(new URL('_astro/', dir))) },
    },
    AstroPWA({
      // Its own worker (web/offline), so that all leaves of a job are kept as one page.
      strategies: 'injectManifest',
      srcDir: 'web/offline',
      filename: 'worker.ts',
      // Offered, never forced in the middle of a job.
      registerType: 'prompt',
      injectRegister: null,
      injectManifest: {
        globPatterns: ['**/*.{js,css,woff2,svg}'],
        // What finds cards is 11 MB: fetched when photographs are, not with every visit.
        globIgnores: ['**/openCvModule*.js'],
        maximumFileSizeToCacheInBytes: 4_000_000,
      },
      manifest: {
        name: 'Vexlo',
        short_name: 'Vexlo',
        description: 'Lift heights, tires and wheels: what meets what',
        start_url: '/',
        display: 'standalone',
        background_color: '#f4f2ec',
        theme_color: '#f4f2ec',
        icons: [{ src: '/mark.svg', sizes: 'any', type: 'image/svg+xml' }],
      },
    }),
  ],
  devToolbar: { enabled: false },
  // The middleware looks where a change comes from, whatever its content type, and refuses in the one shape.
  security: { checkOrigin: false, allowedDomains: [{ hostname: '127.0.0.1' }, { hostname: 'localhost' }] },
  // Scripts are named by their hashes; what else the policy says is added in the middleware.
  experimental: { csp: true },
  // A sheet waits for the code of the leaf of its address before it draws.
  vite: {
    plugins: [
      tailwindcss(),
      {
        name: 'chunks',
        apply: (_, { isSsrBuild }) => isSsrBuild !== true,
        config: () => ({
          build: { rollupOptions: { output: { manualChunks: chunkOf, onlyExplicitManualChunks: true } } },
        }),
      },
    ],
    worker: { format: 'es' },
    build: { target: 'es2022' },
  },
});
