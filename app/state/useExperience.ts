import { useFetcher } from 'react-router';
import type { Settings } from '@core/file';
import { MOST_FELT, type Experience } from '@core/gauge';

/** What the maker found of pieces in hand, and how it is said and taken back. */
export function useExperience(settings: Settings): {
  experience: readonly Experience[];
  say: (mine: Experience) => void;
  takeBack: (id: string) => void;
} {
  const fetcher = useFetcher();
  const { limits } = settings;
  const { experience } = limits;
  const keep = (next: readonly Experience[]): void => {
    void fetcher.submit(
      { settings: JSON.stringify({ limits: { experience: next } }) },
      { method: 'post', action: '/settings' },
    );
  };
  const without = (id: string): Experience[] => experience.filter((e) => e.id !== id);
  return {
    experience,
    say: (mine) => keep([...without(mine.id), mine].slice(-MOST_FELT)),
    takeBack: (id) => keep(without(id)),
  };
}
