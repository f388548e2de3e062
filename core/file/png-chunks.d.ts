declare module 'png-chunks-extract' {
  export default function extract(png: Uint8Array): { name: string; data: Uint8Array }[];
}
declare module 'png-chunks-encode' {
  export default function encode(chunks: { name: string; data: Uint8Array }[]): Uint8Array;
}
