/// <reference types="astro/client" />
/// <reference types="vite-plugin-pwa/client" />

import type { Context } from '../server/context';

declare global {
  namespace App {
    interface Locals {
      /** What this request and its page work with; made when it is first asked for. */
      context: () => Promise<Context>;
    }
  }
}
