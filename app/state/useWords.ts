import { useCallback } from 'react';
import { inWords, type Said } from '@core/words';
import type { LengthUnit } from '@core/units';
import { useWorkbench } from './workbench';

/** The unit that leads, as the maker set it. */
export const useUnit = (): LengthUnit => useWorkbench().settings.unit;

/** Puts what the core says into words, in the maker's leading unit. */
export function useWords(): (said: Said) => string {
  const unit = useUnit();
  return useCallback((said) => inWords(said, unit), [unit]);
}
