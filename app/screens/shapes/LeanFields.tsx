import { RangeField } from '~/screens/trace/TracePanel';

/** What all letters share: the space between them and how they lean. */
interface Lean {
  readonly space: number;
  readonly slantDeg: number;
}

export function LeanFields({
  lean: { space, slantDeg },
  set,
}: {
  lean: Lean;
  set: (change: Partial<Lean>) => void;
}) {
  return (
    <>
      <RangeField
        label="Space between letters"
        value={space}
        min={-3}
        max={10}
        step={0.5}
        words={spaceWords(space)}
        onChange={(value) => set({ space: value })}
      />
      <RangeField
        label="Slant"
        value={slantDeg}
        min={-30}
        max={40}
        step={1}
        words={`${slantDeg}°`}
        onChange={(value) => set({ slantDeg: value })}
      />
    </>
  );
}

/** Space is kept in tenths of the x-height. */
export const spaceWords = (space: number): string =>
  space === 0 ? 'usual' : `${space > 0 ? '+' : ''}${Math.round(space * 10)} % of an x`;
