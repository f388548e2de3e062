import type { Metal } from '@core/wire';

/** How a round wire of a metal looks: its rim in shade, its body, and the light along it. */
export interface MetalColours {
  readonly rim: string;
  readonly body: string;
  readonly lit: string;
  readonly glint: string;
}

const colours = (rim: string, body: string, lit: string, glint: string): MetalColours => ({
  rim,
  body,
  lit,
  glint,
});

export const METAL_COLOURS: Readonly<Record<Metal, MetalColours>> = {
  copper: colours('#6b351d', '#b96a3f', '#dc966b', '#ffdcc2'),
  brass: colours('#67511a', '#b3923a', '#d9bd66', '#fff1bf'),
  bronze: colours('#5e381b', '#a3703f', '#cd9c6a', '#ffe3c0'),
  'fine-silver': colours('#6d7478', '#bcc3c7', '#dfe5e8', '#ffffff'),
  'sterling-silver': colours('#62696e', '#adb5ba', '#d5dce0', '#ffffff'),
  'gold-filled': colours('#735612', '#c79a34', '#e9c566', '#fff3c8'),
  aluminium: colours('#70777c', '#b3babf', '#d6dce0', '#fbfdff'),
  'stainless-steel': colours('#4c555b', '#929ca3', '#bfc8ce', '#f2f7fa'),
  steel: colours('#3b4146', '#757d84', '#a2aab1', '#dfe6eb'),
  niobium: colours('#45464f', '#80828e', '#adb0bb', '#e3e6f0'),
  titanium: colours('#484c53', '#8a9098', '#b5bbc3', '#e9eef4'),
};
