import { useRef, useState } from 'react';
import { type LogOutRequest, type RunningWrite, startLogWrite } from '@/workers/logOutClient';

/** Writes a log as a file, with its progress, the way to end it, and what went wrong. */
export function useLogFile() {
  const [progress, setProgress] = useState<number | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const running = useRef<RunningWrite | null>(null);
  const write = async (request: LogOutRequest): Promise<Blob | null> => {
    setFailure(null);
    setProgress(0);
    running.current = startLogWrite(request, setProgress);
    try {
      return await running.current.answer;
    } catch (error) {
      const why = error instanceof Error ? error.message : 'the writer did not answer';
      setFailure(`The file could not be written: ${why} Try again; nothing of the log is lost.`);
      return null;
    } finally {
      running.current = null;
      setProgress(null);
    }
  };
  return { progress, failure, write, cancel: () => running.current?.cancel() };
}
