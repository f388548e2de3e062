import { MOST_PICTURE } from '@core/drawer';

/** Pictures of what is in the drawer are so large, px, and are made worse until they are short enough. */
const SIDE_PX = 192;
const QUALITIES = [0.8, 0.6, 0.4, 0.25];

/** A picture made small for the drawer, as a data address. @throws where the file is no picture */
export async function shrinkPicture(file: Blob): Promise<string> {
  let picture: ImageBitmap;
  try {
    picture = await createImageBitmap(file);
  } catch {
    throw new Error('This file is no picture that can be read. Nothing was changed.');
  }
  const scale = Math.min(1, SIDE_PX / Math.max(picture.width, picture.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(picture.width * scale));
  canvas.height = Math.max(1, Math.round(picture.height * scale));
  canvas.getContext('2d')?.drawImage(picture, 0, 0, canvas.width, canvas.height);
  picture.close();
  for (const quality of QUALITIES) {
    const url = canvas.toDataURL('image/jpeg', quality);
    if (url.length <= MOST_PICTURE) return url;
  }
  throw new Error('This picture cannot be made small enough. Nothing was changed.');
}
