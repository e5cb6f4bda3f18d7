import { useEffect, useState } from 'react';

/** Something that is worked out elsewhere: its answer, null once cancelled. */
interface Running<Answer> {
  readonly answer: Promise<Answer | null>;
  readonly cancel: () => void;
}

/** A look: under way, done, or failed. */
export interface LookState<Answer> {
  readonly answer: Answer | null;
  readonly failure: string | null;
}

const WAITING = { answer: null, failure: null };

/** Looks whenever it is given another way to begin; null while nothing is to be looked for. */
export function useLook<Answer>(begin: (() => Running<Answer>) | null): LookState<Answer> {
  const [state, setState] = useState<LookState<Answer> & { readonly of: typeof begin }>({
    ...WAITING,
    of: null,
  });
  useEffect(() => {
    if (begin === null) return;
    let latest = true;
    const running = begin();
    running.answer.then(
      (answer) => {
        if (latest && answer !== null) setState({ answer, failure: null, of: begin });
      },
      (error: unknown) => {
        const failure = error instanceof Error ? error.message : 'It stopped unexpectedly.';
        if (latest) setState({ answer: null, failure, of: begin });
      },
    );
    return () => {
      latest = false;
      running.cancel();
    };
  }, [begin]);
  return state.of === begin ? state : WAITING;
}
