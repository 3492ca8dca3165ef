/// <reference types="astro/client" />

declare namespace App {
  interface Locals {
    /** What this request and its page work with; made when it is first asked for. */
    context: () => Promise<import('../server/context').Context>;
  }
}
