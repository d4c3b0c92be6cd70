/** Cube root of a number that is not negative, by Newton's steps from a power of two: the same bits in every engine. */
export function cubeRoot(x: number): number {
  if (!(x > 0)) return 0;
  let guess = 1;
  while (guess * guess * guess < x) guess *= 2;
  while (guess * guess * guess > x) guess /= 2;
  for (let k = 0; k < 8; k++) guess -= (guess - x / (guess * guess)) / 3;
  return guess;
}

export const fourthRoot = (x: number): number => Math.sqrt(Math.sqrt(Math.max(0, x)));

/** Natural logarithm of two. */
export const LN2 = 0.6931471805599453;

/** Logarithm to base two of a positive number, by halving and the series of atanh: the same bits in every engine. */
export function logTwo(x: number): number {
  let whole = 0;
  let rest = x;
  for (; rest >= 1.5; whole++) rest /= 2;
  for (; rest < 0.75; whole--) rest *= 2;
  const t = (rest - 1) / (rest + 1);
  let sum = 0;
  for (let k = 21; k > 0; k -= 2) sum = sum * t * t + 1 / k;
  return whole + (2 * t * sum) / LN2;
}
