/// <reference types="astro/client" />
/// <reference types="vite-plugin-pwa/client" />

import type { Context } from '../server/context';

declare global {
  namespace App {
    interface Locals {
      /** What this request and its page work with; made when it is first asked for. */
      context: () => Promise<Context>;
      /** What was asked for and is not there, in words, for the page that says so. */
      missing?: string;
    }
  }
}
