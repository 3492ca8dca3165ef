/** Standard fonts hold Latin-1 only; what they lack is written plainly. */
export function latin(text: string): string {
  return text
    .replace(/[’‘]/g, "'")
    .replace(/[“”]/g, '"')
    .replace(/[–—−]/g, '-')
    .replace(/[^\x20-\xff]/g, '?');
}
