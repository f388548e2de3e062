import type { WordSettings } from '@core/lettering';
import { Choices } from '~/components/ui';
import { LengthField } from '~/components/LengthField';
import { useShownPiece, useWorkbench } from '~/state/workbench';
import { figureBox } from '@core/piece';

type Size = WordSettings['size'];

/** The size of letters: by the height of an x, or by the width of the whole word. */
export function SizeFields({ size, set }: { size: Size; set: (size: Size) => void }) {
  const { settings } = useWorkbench();
  const shown = useShownPiece();
  const byWidth = size.by === 'width';
  const other = (by: Size['by']): Size => {
    if (by === size.by) return size;
    // From what is there: as wide as the figure is, or an x of a usual size.
    const box = figureBox(shown.paths);
    const width = box ? box.maxX - box.minX + shown.wire.diameterMm : 45;
    return { by, mm: by === 'width' ? Math.max(2, Number(width.toFixed(1))) : 8 };
  };
  return (
    <>
      <Choices
        label="Size by"
        value={size.by}
        options={[
          { value: 'x-height', label: 'height of an x' },
          { value: 'width', label: 'whole width' },
        ]}
        onChange={(by) => set(other(by))}
      />
      <LengthField
        label={byWidth ? 'Width, edge to edge of the wire' : 'Height of an x'}
        valueMm={size.mm}
        unit={settings.unit}
        min={byWidth ? 2 : 1}
        max={byWidth ? 4000 : 500}
        onChange={(mm) => set({ ...size, mm })}
      />
    </>
  );
}
