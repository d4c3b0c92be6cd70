/** Rounds of a measurement, unless said otherwise. */
export const ROUNDS = 9;

const cpuMs = (): number => {
  const { user, system } = process.cpuUsage();
  return (user + system) / 1000;
};

export const median = (values: number[]): number => [...values].sort((a, b) => a - b)[values.length >> 1];

/** Median CPU milliseconds of each runner, the runners taking turns after one warm round. */
export function alternate<Name extends string>(
  runners: Record<Name, () => void>,
  rounds = ROUNDS,
): Record<Name, number> {
  const names = Object.keys(runners) as Name[];
  const times = new Map<Name, number[]>(names.map((name) => [name, []]));
  for (const name of names) runners[name]();
  for (let k = 0; k < rounds; k++)
    for (const name of names) {
      const start = cpuMs();
      runners[name]();
      times.get(name)?.push(cpuMs() - start);
    }
  return Object.fromEntries([...times].map(([name, list]) => [name, median(list)])) as Record<Name, number>;
}

/** Median wall milliseconds of each runner, the runners taking turns: for work that several threads share. */
export async function alternateWall<Name extends string>(
  runners: Record<Name, () => Promise<unknown>>,
  rounds = ROUNDS,
): Promise<Record<Name, number>> {
  const names = Object.keys(runners) as Name[];
  const times = new Map<Name, number[]>(names.map((name) => [name, []]));
  for (const name of names) await runners[name]();
  for (let k = 0; k < rounds; k++)
    for (const name of names) {
      const start = performance.now();
      await runners[name]();
      times.get(name)?.push(performance.now() - start);
    }
  return Object.fromEntries([...times].map(([name, list]) => [name, median(list)])) as Record<Name, number>;
}

/** "8.1 x": how many times longer `slow` takes than `fast`. */
export const times = (slow: number, fast: number): string => `${(slow / fast).toFixed(1)} x`;
