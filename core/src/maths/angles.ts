/**
 * Sine, cosine and arc tangent that give the same bits in every engine: only + - * / and floor, which IEEE 754 fixes.
 * Polynomials: the minimax kernels of the public-domain fdlibm (k_sin.c, k_cos.c, s_atan.c).
 */
export const DEGREES_PER_RADIAN = 57.29577951308232;

function sinKernel(x: number): number {
  const z = x * x;
  return (
    x *
    (1 +
      z *
        (-1.6666666666666632e-1 +
          z *
            (8.33333333332248946124e-3 +
              z *
                (-1.98412698298579493134e-4 +
                  z *
                    (2.75573137070700676789e-6 + z * (-2.50507602534068634195e-8 + z * 1.58969099521155010221e-10))))))
  );
}

function cosKernel(x: number): number {
  const z = x * x;
  return (
    1 -
    0.5 * z +
    z *
      z *
      (4.16666666666666019037e-2 +
        z *
          (-1.38888888888741095749e-3 +
            z *
              (2.48015872894767294178e-5 +
                z * (-2.75573143513906633035e-7 + z * (2.0875723212981748279e-9 + z * -1.13596475577881948265e-11)))))
  );
}

/** Fills `target` with [sin, cos] of an angle in turns (1 = 360 degrees). Error below 2e-16 for |turns| < 2^20. */
export function sinCosTurns(turns: number, target: Float64Array): void {
  const quarter = Math.floor(turns * 4 + 0.5);
  const rest = (turns * 4 - quarter) * 1.5707963267948966;
  const s = sinKernel(rest);
  const c = cosKernel(rest);
  switch (((quarter % 4) + 4) % 4) {
    case 0:
      target[0] = s;
      target[1] = c;
      break;
    case 1:
      target[0] = c;
      target[1] = -s;
      break;
    case 2:
      target[0] = -s;
      target[1] = -c;
      break;
    default:
      target[0] = -c;
      target[1] = s;
  }
}

const ATAN = [
  3.33333333333329318027e-1, -1.99999999998764832476e-1, 1.42857142725034663711e-1, -1.1111110405462355788e-1,
  9.09088713343650656196e-2, -7.69187620504482999495e-2, 6.66107313738753120669e-2, -5.83357013379057348645e-2,
  4.97687799461593236017e-2, -3.6531572744216915527e-2, 1.62858201153657823623e-2,
];

/** atan for 0 <= x <= 1, by reduction around tan(pi/8). */
function atanUnit(x: number): number {
  if (x > 0.4142135623730951) return 0.7853981633974483 + atanSmall((x - 1) / (x + 1));
  return atanSmall(x);
}

function atanSmall(x: number): number {
  const z = x * x;
  let sum = 0;
  for (let k = ATAN.length - 1; k >= 0; k--) sum = sum * z + ATAN[k];
  return x - x * z * sum;
}

/** Direction of (x, y) in degrees, -180..180, clockwise on a sheet whose y points down; 0 for (0, 0). */
export function headingDeg(x: number, y: number): number {
  const ax = Math.abs(x);
  const ay = Math.abs(y);
  if (ax === 0 && ay === 0) return 0;
  let radians = ax >= ay ? atanUnit(ay / ax) : 1.5707963267948966 - atanUnit(ax / ay);
  if (x < 0) radians = 3.141592653589793 - radians;
  return (y < 0 ? -radians : radians) * DEGREES_PER_RADIAN;
}

const both = new Float64Array(2);

/** Sine of an angle in turns. */
export function sineTurns(turns: number): number {
  sinCosTurns(turns, both);
  return both[0];
}

/** Cosine of an angle in turns. */
export function cosineTurns(turns: number): number {
  sinCosTurns(turns, both);
  return both[1];
}

/** Tangent of an angle in degrees, |angle| < 90. */
export function tanDeg(angleDeg: number): number {
  const sinCos = new Float64Array(2);
  sinCosTurns(angleDeg / 360, sinCos);
  return sinCos[0] / sinCos[1];
}
