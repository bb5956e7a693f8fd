import type { Note } from '../faults/fault';
import type { Frame } from '../geometry/frame';
import { mainAngle } from '../scene/main-angle';
import type { Scene } from '../scene/scene';
import type { Sight } from './sight';
import { asin, atan2, cos, sin } from '../geometry/numbers/trigonometry';

const DEGREE = Math.PI / 180;
/** A building that stands this little askew is square to the sight for a drafter, degrees: the steps in which its directions are counted. */
const LEAST = 0.15;

/** An elevation that looks by the compass stands askew to a building that is turned: nobody sees it in the drawing, so it is said. */
export function askewNote(scene: Scene, { kind, toward, frame: own }: Sight, { look }: Frame): Note[] {
  if (kind !== 'elevation' || own || typeof toward !== 'string') return [];
  const main = mainAngle(scene);
  if (main === null) return [];
  const off = (((atan2(look[1], look[0]) - main) / DEGREE + 720 + 45) % 90) - 45;
  if (Math.abs(off) < LEAST) return [];
  const way = atan2(look[1], look[0]) - off * DEGREE;
  const facts = { toward, degrees: Math.abs(off).toFixed(1), x: cos(way).toFixed(6), y: sin(way).toFixed(6) };
  return [{ code: 'elevation-askew', facts }];
}

/** A picture that looks level or aslant has what is upright in the model upright in it, but for a frame that says otherwise: that is seen too late. */
export function rolledNote({ kind, frame }: Sight, { right, look }: Frame): Note[] {
  if (!frame || kind === 'axonometric' || Math.hypot(look[0], look[1]) < 1e-9) return [];
  const degrees = asin(Math.max(-1, Math.min(1, right[2]))) / DEGREE;
  return Math.abs(degrees) < LEAST ? [] : [{ code: 'frame-rolled', facts: { degrees: degrees.toFixed(1) } }];
}
