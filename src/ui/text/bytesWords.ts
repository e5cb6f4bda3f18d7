const KILO = 1024;

/** Bytes as somebody says them: "340 kB", "12 MB", "2.1 GB". */
export function bytesWords(bytes: number): string {
  const [mega, giga] = [KILO ** 2, KILO ** 3];
  if (bytes >= giga) return `${(bytes / giga).toFixed(1)} GB`;
  if (bytes >= 10 * mega) return `${Math.round(bytes / mega)} MB`;
  if (bytes >= mega) return `${(bytes / mega).toFixed(1)} MB`;
  return `${Math.max(1, Math.round(bytes / KILO))} kB`;
}
