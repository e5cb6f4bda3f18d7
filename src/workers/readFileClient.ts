import { wrap } from 'comlink';
import type { FileReaders } from './readFileProtocol';
import { fileReaders } from './readFileTask';

/** Texts up to here are read at once: a frame is not lost over them. */
const SMALL_CHARACTERS = 200_000;

/**
 * Reads a file's text, a large one in a worker made for it, so that no screen waits.
 * @throws {Error} when the worker fails.
 */
export async function readFile<Kind extends keyof FileReaders>(
  kind: Kind,
  text: string,
): Promise<ReturnType<FileReaders[Kind]>> {
  type Result = ReturnType<FileReaders[Kind]>;
  if (text.length <= SMALL_CHARACTERS) return fileReaders[kind](text) as Result;
  const worker = new Worker(new URL('./readFile.worker.ts', import.meta.url));
  try {
    const failed = new Promise<never>((_, reject) => {
      worker.onerror = () => reject(new Error('The reader stopped unexpectedly.'));
    });
    const remote = wrap<FileReaders>(worker);
    return (await Promise.race([remote[kind](text), failed])) as Result;
  } finally {
    worker.terminate();
  }
}
