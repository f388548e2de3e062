import { useCallback, useEffect, useRef, useState } from 'react';
import { proxy } from 'comlink';
import type { Trace, TraceOptions, TraceStage } from '@core/trace';
import { loadPicture } from '~/storage/pictures';
import { report } from '~/storage/report';
import { Stopped, TookTooLong } from '~/workers/restartable';
import { startTracer, type RunningTracer } from '~/workers/tracer';

export interface PictureInHand {
  readonly name: string;
  readonly width: number;
  readonly height: number;
  readonly pxPerMm: number | null;
  /** address of a copy small enough to show */
  readonly url: string;
}

export interface Tracing {
  readonly picture: PictureInHand | null;
  readonly trace: (Trace & { readonly ms: number }) | null;
  /** the trace is a first look on a small copy */
  readonly rough: boolean;
  readonly stage: TraceStage | 'opening' | null;
  readonly problem: string | null;
  readonly cancel: () => void;
  readonly again: () => void;
}

const TOO_LONG =
  'This picture takes too long, and the work on it was ended. Take a smaller one, or cut it to the drawing. Your piece is as it was.';

/** How long the controls must rest before the whole picture is traced, ms. */
const REST_MS = 250;

/**
 * Opens a kept picture in the tracer's thread and traces it whenever the options change: at once on
 * a small copy, then whole. Only the newest wish is followed.
 */
export function useTracing(pictureId: string, options: TraceOptions): Tracing {
  const [picture, setPicture] = useState<PictureInHand | null>(null);
  const [trace, setTrace] = useState<Tracing['trace']>(null);
  const [rough, setRough] = useState(false);
  const [stage, setStage] = useState<Tracing['stage']>('opening');
  const [problem, setProblem] = useState<string | null>(null);
  const [round, setRound] = useState(0);
  const tracer = useRef<RunningTracer | null>(null);
  const wish = useRef(0);

  useEffect(() => {
    let gone = false;
    let url: string | null = null;
    const running = startTracer();
    tracer.current = running;
    void (async () => {
      try {
        const kept = await loadPicture(pictureId);
        if (gone) return;
        if (!kept) {
          setProblem('This picture is not in this browser. Choose it again to trace it.');
          setStage(null);
          return;
        }
        const answer = await running.remote.open(kept.file);
        if (gone) return;
        if (!answer.ok) {
          setProblem(answer.message);
          setStage(null);
          return;
        }
        const { width, height, pxPerMm, shown } = answer.value;
        url = URL.createObjectURL(shown);
        setPicture({ name: kept.name, width, height, pxPerMm, url });
      } catch (error) {
        // Stopped by hand, that is said already.
        if (gone || error instanceof Stopped) return;
        report(error, 'opening a picture');
        setProblem(
          error instanceof TookTooLong
            ? TOO_LONG
            : 'This picture could not be opened. Your piece is as it was.',
        );
        setStage(null);
      }
    })();
    return () => {
      gone = true;
      running.stop();
      if (url) URL.revokeObjectURL(url);
    };
  }, [pictureId, round]);

  useEffect(() => {
    const running = tracer.current;
    if (!picture || !running) return;
    const mine = ++wish.current;
    const current = (): boolean => wish.current === mine && tracer.current === running;
    const run = async (quick: boolean): Promise<void> => {
      // Stages come through a channel of their own and may arrive after the answer.
      let answered = false;
      const tell = proxy((s: TraceStage) => {
        if (current() && !answered) setStage(s);
      });
      const answer = await running.remote.trace(options, quick, tell);
      answered = true;
      if (!current()) return;
      if (!answer.ok) {
        setProblem(answer.message);
        return;
      }
      setProblem(null);
      setTrace(answer.value);
      setRough(quick);
    };
    void (async () => {
      try {
        if (picture.width * picture.height > 1_000_000) {
          await run(true);
          await new Promise((rest) => setTimeout(rest, REST_MS));
        }
        if (!current()) return;
        await run(false);
        if (current()) setStage(null);
      } catch (error) {
        if (!current()) return;
        report(error, 'tracing');
        setProblem(
          error instanceof TookTooLong
            ? TOO_LONG
            : 'The tracing failed on this picture. Your piece is as it was.',
        );
        setStage(null);
      }
    })();
  }, [picture, options]);

  const cancel = useCallback(() => {
    wish.current++;
    tracer.current?.stop();
    tracer.current = null;
    setStage(null);
    setProblem('Stopped. Nothing was changed.');
  }, []);
  const again = useCallback(() => {
    setPicture(null);
    setProblem(null);
    setStage('opening');
    setRound((n) => n + 1);
  }, []);
  return { picture, trace, rough, stage, problem, cancel, again };
}
