import { Square } from 'lucide-react';
import type { Progress } from '@core/plan';
import { Button } from './ui';

/** What a plan that takes its time is at, how far it has come, and how to stop it. */
export function PlanProgress({ progress, stop }: { progress: Progress | null; stop: () => void }) {
  const share = progress?.stage === 'wires' ? progress.done / progress.of : null;
  return (
    <div className="flex items-center gap-3 rounded-md border border-line bg-panel px-3 py-1.5 text-sm shadow-sm">
      <span>{wordsOf(progress)}</span>
      <progress
        className="h-1.5 w-32 appearance-none overflow-hidden rounded-full bg-line [&::-moz-progress-bar]:bg-patina [&::-webkit-progress-bar]:bg-line [&::-webkit-progress-value]:bg-patina"
        aria-label="How far the plan has come"
        {...(share !== null && { value: share })}
      />
      <Button aria-label="Stop planning" onClick={stop}>
        <Square size={13} aria-hidden="true" /> Stop
      </Button>
    </div>
  );
}

function wordsOf(progress: Progress | null): string {
  if (!progress) return 'Working out the strip…';
  if (progress.stage === 'route') return 'Looking for the best way to run the lines…';
  if (progress.of === 1) return 'Finding the bends…';
  const wire = Math.min(progress.of, Math.floor(progress.done) + 1);
  return `Finding the bends of wire ${wire} of ${progress.of}…`;
}
