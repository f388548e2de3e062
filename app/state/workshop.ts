import { useOutletContext } from 'react-router';
import type { Settings, Toolbox } from '@core/file';

/** What all pieces share: settings, and the maker's tools. */
export interface Workshop {
  readonly settings: Settings;
  readonly toolbox: Toolbox;
}

/** Only on screens directly inside the shell. */
export const useWorkshop = (): Workshop => useOutletContext<Workshop>();
