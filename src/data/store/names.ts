const MAX_NAME = 60;

/** The name itself if it is free, else with the first number that is: "Ventisca 2". */
export function freeName(name: string, taken: readonly string[]): string {
  if (!taken.includes(name)) return name;
  const stem = name.replace(/ \d+$/, '').slice(0, MAX_NAME - 4);
  for (let number = 2; ; number += 1) {
    const candidate = `${stem} ${number}`;
    if (!taken.includes(candidate)) return candidate;
  }
}
