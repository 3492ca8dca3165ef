import { defineConfig } from 'drizzle-kit';

export default defineConfig({
  dialect: 'postgresql',
  schema: './data/tables.ts',
  out: './data/migrations',
  casing: 'snake_case',
});
