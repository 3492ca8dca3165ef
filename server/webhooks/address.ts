/** Why an address cannot be called, in words that follow it; null where it can. `inside` allows what is not on the internet. */
export function addressFault(text: string, inside: boolean): string | null {
  if (!URL.canParse(text)) return 'is no address; it begins with https://';
  const { protocol, username, password, hostname } = new URL(text);
  if (protocol !== 'https:' && !(inside && protocol === 'http:'))
    return inside
      ? 'is no address; it begins with https:// or http://'
      : 'is not safe; it begins with https://';
  if (username || password) return 'holds a name or password; what is sent is signed instead';
  return inside || hostname.includes('.') || hostname.startsWith('[')
    ? null
    : 'leads to a machine of the inside; give one that the internet knows';
}
