import { useEffect, useState } from 'react';
import { growBox, type Box } from '@core/geometry';
import type { TracedPicture } from '@core/piece';
import { loadPicture } from '~/storage/pictures';
import { startTracer } from '~/workers/tracer';

export interface Underlay {
  readonly url: string;
  readonly box: Box;
}

/** The part of the picture round the figure that is shown, mm beyond it. */
const AROUND_MM = 8;

/** The traced picture laid flat under the figure; null while it is made, or if it is not here. */
export function useUnderlay(picture: TracedPicture | null, figure: Box | null): Underlay | null {
  const [made, setMade] = useState<Underlay | null>(null);
  const id = picture?.id ?? null;
  const key = picture && figure ? `${id}|${picture.toMm.join(' ')}` : null;
  useEffect(() => {
    if (!picture || !figure || !key) return;
    let gone = false;
    let url: string | null = null;
    const tracer = startTracer();
    const box = growBox(figure, AROUND_MM);
    void (async () => {
      try {
        const kept = await loadPicture(picture.id);
        if (!kept || gone) return;
        const opened = await tracer.remote.open(kept.file);
        if (!opened.ok || gone) return;
        const blob = await tracer.remote.flattened(picture.toMm, box);
        if (!blob || gone) return;
        url = URL.createObjectURL(blob);
        setMade({ url, box });
      } finally {
        tracer.stop();
      }
    })();
    return () => {
      gone = true;
      tracer.stop();
      setMade(null);
      if (url) URL.revokeObjectURL(url);
    };
    // Made anew for another picture or another map, not for each change of the figure.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key]);
  return made;
}

/** The picture under the figure, as pale as wished. */
export function PictureUnder({ underlay, opacity }: { underlay: Underlay; opacity: number }) {
  const { url, box } = underlay;
  return (
    <image
      href={url}
      x={box.minX}
      y={box.minY}
      width={box.maxX - box.minX}
      height={box.maxY - box.minY}
      opacity={opacity}
      preserveAspectRatio="none"
      pointerEvents="none"
    />
  );
}
