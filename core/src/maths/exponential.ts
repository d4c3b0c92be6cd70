/** e^-x for x >= 0 with + - * / alone: the argument is halved until its series is short, then squared back. */
export function expMinus(x: number): number {
  let halvings = 0;
  let rest = x;
  while (rest > 0.25) {
    rest *= 0.5;
    halvings++;
  }
  let value = 1 - rest * (1 - (rest / 2) * (1 - (rest / 3) * (1 - (rest / 4) * (1 - (rest / 5) * (1 - rest / 6)))));
  for (; halvings > 0; halvings--) value *= value;
  return value;
}
