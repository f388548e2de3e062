/** What of a drawing's looks hangs on the page around it, and is written into the drawing. */
const LOOKS = [
  'fill',
  'fill-opacity',
  'stroke',
  'stroke-opacity',
  'stroke-width',
  'stroke-linecap',
  'stroke-linejoin',
  'stroke-dasharray',
  'opacity',
] as const;

/**
 * A drawing of the page as a file of its own: colours that the page names are written out, and nothing of the page is
 * needed to show it.
 */
export function standaloneSvg(drawing: SVGSVGElement, widthMm: number, heightMm: number): string {
  const copy = drawing.cloneNode(true) as SVGSVGElement;
  const from = [...drawing.querySelectorAll<SVGElement>('*')];
  const to = [...copy.querySelectorAll<SVGElement>('*')];
  from.forEach((element, i) => {
    const style = getComputedStyle(element);
    const own = to[i];
    if (!own) return;
    for (const look of LOOKS) {
      // What stands there as a number or a colour stays; names of the page and classes are looked up.
      const written = own.getAttribute(look);
      if (
        written === null
          ? own.hasAttribute('class') || own.hasAttribute('style')
          : written.includes('var(')
      )
        own.setAttribute(look, style.getPropertyValue(look));
    }
    own.removeAttribute('class');
    own.removeAttribute('style');
    own.removeAttribute('data-testid');
  });
  copy.removeAttribute('class');
  copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg');
  copy.setAttribute('width', `${widthMm.toFixed(2)}mm`);
  copy.setAttribute('height', `${heightMm.toFixed(2)}mm`);
  return new XMLSerializer().serializeToString(copy);
}

/** A drawing as a picture of points. @throws where the browser cannot draw it */
export async function svgToPng(svg: string, widthPx: number, heightPx: number): Promise<Blob> {
  const url = URL.createObjectURL(new Blob([svg], { type: 'image/svg+xml' }));
  try {
    const image = new Image();
    image.src = url;
    await image.decode();
    const canvas = document.createElement('canvas');
    canvas.width = widthPx;
    canvas.height = heightPx;
    canvas.getContext('2d')?.drawImage(image, 0, 0, widthPx, heightPx);
    return await new Promise((done, failed) =>
      canvas.toBlob((blob) => (blob ? done(blob) : failed(new Error('no picture'))), 'image/png'),
    );
  } finally {
    URL.revokeObjectURL(url);
  }
}
