declare module 'subset-font' {
  /** A font that holds the characters of `text` alone, as a file of `targetFormat`. */
  export default function subset(
    font: Buffer,
    text: string,
    options: { targetFormat: 'woff2'; noHinting?: boolean; keepFeatures?: readonly string[] },
  ): Promise<Buffer>;
}
