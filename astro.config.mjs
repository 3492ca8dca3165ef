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
  // Without these, forms posted from the page's own address are taken for foreign ones.
  security: { checkOrigin: true, allowedDomains: [{ hostname: '127.0.0.1' }, { hostname: 'localhost' }] },
  vite: { plugins: [tailwindcss()], worker: { format: 'es' } },
});
