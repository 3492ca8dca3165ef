/** Why passkeys cannot be had at an address, and the cure; null where they can. Browsers tie them to a name that is reached safely. */
export function noPasskeysAt({ protocol, hostname }: { protocol: string; hostname: string }): string | null {
  const named = !/^[\d.]+$/.test(hostname) && !hostname.startsWith('[');
  if (named && (protocol === 'https:' || hostname === 'localhost')) return null;
  return named
    ? 'Passkeys need https: put the shop behind it and say so with VEXLO_URL.'
    : 'Passkeys need an address with a name, over https, that VEXLO_URL says; on this machine itself, localhost in place of the number.';
}
