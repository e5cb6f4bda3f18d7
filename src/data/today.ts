/** Today's date where the builder is, YYYY-MM-DD: what a value's source is dated with. */
export function today(now: Date = new Date()): string {
  const part = (value: number) => String(value).padStart(2, '0');
  return `${now.getFullYear()}-${part(now.getMonth() + 1)}-${part(now.getDate())}`;
}
