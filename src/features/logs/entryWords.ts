import { format } from 'date-fns/format';
import { formatNumber } from '@/core/units';
import type { LogEntry } from '@/data/logs/logRecord';

/** What a log is called: its file, or when it was begun. */
export function logName({ source, startedAt }: LogEntry): string {
  return source.kind === 'file' ? source.name : format(new Date(startedAt), 'd MMM, HH:mm:ss');
}

/** Who or what a log is of. */
function sourceWords({ source }: LogEntry): string {
  return source.kind === 'recorded' ? source.ecu : `from ${source.name}`;
}

const seconds = (entry: LogEntry) => `${formatNumber(entry.forS, 0)} s`;

/** A log in a line of a list. */
export function logLine(entry: LogEntry): string {
  const { source, calibration } = entry;
  const of = source.kind === 'recorded' ? `driven with ${calibration}` : `read beside ${calibration}`;
  return `${seconds(entry)}, ${sourceWords(entry)}; ${of}`;
}

/** What is known of a log, in sentences. */
export function logFacts(entry: LogEntry): string {
  const { source, samples, calibration, forS } = entry;
  if (source.kind === 'recorded') {
    const edited = source.edited
      ? ' It was edited meanwhile: kept with the log is what it held at the end.'
      : '';
    return `${seconds(entry)} at ${formatNumber(source.rateHz, 0)} Hz, ${samples} samples of ${source.ecu}; driven with ${calibration}.${edited}`;
  }
  const perS = forS > 0 ? `, about ${formatNumber(samples / forS, 0)} a second` : '';
  const refused =
    source.refused === 0 ? '' : ` ${formatNumber(source.refused, 0)} lines of the file could not be read.`;
  return `${seconds(entry)}, ${samples} samples from ${source.name}${perS}; read beside ${calibration}.${refused}`;
}
