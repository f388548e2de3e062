import type { Coat, Metal } from '@core/wire';

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

const METAL_COLOURS: Readonly<Record<Metal, MetalColours>> = {
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

const COAT_COLOURS: Readonly<Record<Coat, MetalColours>> = {
  black: colours('#0b0d0f', '#24292d', '#4a5157', '#98a1a8'),
  white: colours('#8d9499', '#e6e9eb', '#f6f8f9', '#ffffff'),
  red: colours('#5a1216', '#a9262d', '#cf5157', '#ffc9c6'),
  rose: colours('#6d3947', '#c67488', '#e2a1b0', '#ffe6ec'),
  violet: colours('#33204f', '#66439a', '#9273c0', '#e4d6f7'),
  blue: colours('#12294f', '#2a5598', '#5b85c3', '#cfe1fa'),
  turquoise: colours('#0e4a50', '#1f8e97', '#58b9c0', '#d3f4f5'),
  green: colours('#173d22', '#2f7442', '#609f70', '#d2efd8'),
  amber: colours('#6b3c0a', '#c4781b', '#e3a454', '#ffe7c2'),
};

/** How a wire looks: its coat, or its metal. */
export const wireColours = ({
  metal,
  coat,
}: {
  readonly metal: Metal;
  readonly coat?: Coat | undefined;
}): MetalColours => (coat ? COAT_COLOURS[coat] : METAL_COLOURS[metal]);
