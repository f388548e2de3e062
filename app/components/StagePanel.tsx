import type { ReactNode } from 'react';
import { Calm } from './Calm';

/** The column of a stage's choices; below the figure on narrow screens, beside it on low ones. */
export function StagePanel({ children, wide = false }: { children: ReactNode; wide?: boolean }) {
  return (
    <aside
      className={`relative shrink-0 overflow-y-auto border-line bg-panel max-lg:max-h-[44%] max-lg:border-t lg:border-l short:max-h-none short:border-t-0 short:border-l short:max-lg:w-[46%] ${wide ? 'lg:w-[31rem]' : 'lg:w-[21.5rem]'}`}
    >
      <Calm>{children}</Calm>
    </aside>
  );
}
