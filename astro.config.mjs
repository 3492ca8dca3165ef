import node from '@astrojs/node';
import react from '@astrojs/react';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'astro/config';

export default defineConfig({
  srcDir: './web',
  publicDir: './web/public',
  output: 'server',
  adapter: node({ mode: 'standalone' }),
  integrations: [react()],
  devToolbar: { enabled: false },
  // The middleware looks where a change comes from, whatever its content type, and refuses in the one shape.
  security: { checkOrigin: false, allowedDomains: [{ hostname: '127.0.0.1' }, { hostname: 'localhost' }] },
  // Scripts are named by their hashes; what else the policy says is added in the middleware.
  experimental: { csp: true },
  // A sheet waits for the code of the leaf of its address before it draws.
  vite: { plugins: [tailwindcss()], worker: { format: 'es' }, build: { target: 'es2022' } },
});
