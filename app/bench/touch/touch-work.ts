import type { HandPen } from '../../../core/drafting/hand';
import type { Vec2 } from '../../../core/geometry/vec3';
import { arcThrough, distanceTo, mirrored, parallel } from '../../../core/touch-ups/parallel';
import { partOf } from '../../../core/touch-ups/part-of';
import type { Profile } from '../../../core/touch-ups/profile-at';
import type { Shape } from '../../../core/touch-ups/shape';
import type { Tie, TouchUp } from '../../../core/touch-ups/touch-up';
import type { Trimmed } from '../../../core/touch-ups/trim';
import type { Place, Tool } from '../../board/tool';
import { Watched } from '../../ui/watched';
import type { MeantLine, Worked } from '../../workers/line-meant';

/** What the hand does on the drawing. */
export type Mode =
  | 'choose' | 'part' | 'trim' | 'extend' | 'offset' | 'mirror'
  | 'line' | 'arc' | 'outline' | 'circle' | 'fill' | 'mask' | 'text' | 'profile'; // prettier-ignore
/** In these a click takes what is there; in all others it sets a point. */
const TAKES: ReadonlySet<Mode> = new Set(['choose', 'profile', 'trim', 'extend']);
/** These do something with the lines that are chosen. */
const WITH_CHOSEN: ReadonlySet<Mode> = new Set(['choose', 'part', 'offset', 'mirror']);
/** These end where they began. */
const CLOSED: ReadonlySet<Mode> = new Set(['outline', 'fill', 'mask']);
/** How many points these have. */
const POINTS: { readonly [M in Mode]?: number } = { circle: 2, part: 2, mirror: 2, arc: 3 };

interface State {
  readonly mode: Mode;
  readonly chosen: readonly MeantLine[];
  readonly points: readonly Vec2[];
  readonly aim: Vec2 | null;
  readonly profile: Profile | null;
  /** With which pen, pattern and words things are added. */
  readonly pen: HandPen & { readonly weight: number };
  readonly pattern: string;
  readonly words: string;
  /** How far away a parallel runs, metres; through the place that is clicked where none is set. */
  readonly distance: number | null;
}

/** What is put on the drawing, and what of it is taken away, in one step. */
export interface HandStep {
  readonly add?: readonly TouchUp[];
  readonly remove?: readonly string[];
}

export interface TouchSetup {
  /** The line that is meant by a place; zoom in pixels of a metre. */
  readonly meant: (at: Vec2, zoom: number) => Promise<MeantLine | null>;
  readonly trim: (at: Vec2, zoom: number) => Promise<Worked<Trimmed> | null>;
  readonly extend: (at: Vec2, zoom: number) => Promise<Worked<{ readonly piece: Shape; readonly whole: Shape }> | null>;
  readonly profile: (at: Vec2) => Promise<Profile | null>;
  readonly step: (label: string, step: HandStep) => void;
  readonly onFault: (words: string) => void;
}

/** Nearer together two points are one, metres. */
const SAME = 0.002;
const near = (a: Vec2, b: Vec2): boolean => Math.hypot(a[0] - b[0], a[1] - b[1]) < SAME;
const newId = (): string => crypto.randomUUID();

/** Hand work on one drawing: lines are chosen, hidden, redrawn, cut off, lengthened, doubled; lines, outlines, arcs, fills, masks and texts are added. */
export class TouchWork extends Watched<State> implements Tool {
  readonly isHeld = false;

  constructor(
    readonly sight: string,
    private readonly setup: TouchSetup,
  ) {
    super({ mode: 'choose', chosen: [], points: [], aim: null, profile: null, pen: { weight: 0.25, type: 'continuous', colour: 7 }, pattern: 'solid', words: '', distance: null }); // prettier-ignore
  }

  get wantsSnaps(): boolean {
    return !TAKES.has(this.get().mode);
  }
  get cursor(): string {
    return TAKES.has(this.get().mode) ? 'cursor-pointer' : 'cursor-cell';
  }
  get anchor(): Vec2 | null {
    return this.get().points.at(-1) ?? null;
  }

  go(mode: Mode): void {
    this.set({ mode, points: [], aim: null, profile: null, ...(!WITH_CHOSEN.has(mode) && { chosen: [] }) });
  }

  move({ at, isSquared }: Place): void {
    if (!TAKES.has(this.get().mode)) this.set({ aim: this.squared(at, isSquared) });
  }
  letGo(): void {}

  click(place: Place): void {
    const { mode } = this.get();
    if (mode === 'choose') void this.choose(place);
    else if (mode === 'trim') void this.trim(place);
    else if (mode === 'extend') void this.extend(place);
    else if (mode === 'profile')
      void this.setup
        .profile(place.at)
        .then((profile) => (profile ? this.set({ profile }) : this.setup.onFault('Nothing closes around that place.')));
    else this.add(this.squared(place.at, place.isSquared), place.zoom);
  }

  /** Hides all that is chosen; what was added by hand goes. */
  hide(): void {
    const { chosen } = this.get();
    if (!chosen.length) return;
    this.setup.step(`${counted(chosen.length)} hidden`, {
      ...some('add', chosen.flatMap((line): TouchUp[] => (line.own ? [] : [{ id: newId(), kind: 'hide', on: stretch(line) }]))), // prettier-ignore
      ...some('remove', chosen.flatMap(({ own }) => own?.id ?? [])), // prettier-ignore
    });
    this.set({ chosen: [] });
  }

  redraw(as: HandPen): void {
    const { chosen } = this.get();
    if (!chosen.length) return;
    this.setup.step(`${counted(chosen.length)} redrawn`, {
      add: chosen.map((line): TouchUp => (line.own ? { ...line.own, id: newId(), as: { ...line.own.as, ...as } } : { id: newId(), kind: 'redraw', on: stretch(line), as })), // prettier-ignore
      ...some('remove', chosen.flatMap(({ own }) => own?.id ?? [])), // prettier-ignore
    });
    this.set({ chosen: [] });
  }

  /** Lays the fill that is set into the profile that is chosen. */
  fillProfile(): void {
    const { profile, pattern, pen } = this.get();
    if (!profile) return;
    this.setup.step('Profile filled', { add: [profileFill(profile, pattern, pen.colour ?? 7)] });
    this.set({ profile: null });
  }

  /** Sets the next point so far from the last, towards where the hand is; of a circle the radius, of a parallel its distance. */
  along(length: number, zoom = 100): void {
    const { mode, points, aim } = this.get();
    if (mode === 'offset') return this.set({ distance: length });
    const last = points.at(-1);
    if (!last) return;
    const [du, dv] = aim ? [aim[0] - last[0], aim[1] - last[1]] : [1, 0];
    const far = Math.hypot(du, dv);
    const [u, v] = far > 0 ? [du / far, dv / far] : [1, 0];
    this.add([last[0] + u * length, last[1] + v * length], zoom);
  }

  /** Ends a line as it is, or closes an outline. */
  finish(zoom = 100): void {
    const { mode, points } = this.get();
    if (!CLOSED.has(mode) && mode !== 'line') return;
    if (points.length < (CLOSED.has(mode) ? 3 : 2)) return;
    void this.made(points, zoom);
  }

  /** One step back; false when there was none. */
  back(): boolean {
    const { points, chosen, profile, mode } = this.get();
    if (points.length) this.set({ points: points.slice(0, -1) });
    else if (profile) this.set({ profile: null });
    else if (chosen.length) this.set({ chosen: [] });
    else if (mode !== 'choose') this.go('choose');
    else return false;
    return true;
  }

  /** What the chosen lines come to where the hand is: as parallels, or mirrored. */
  preview(): readonly Shape[] {
    const { mode, chosen, points, aim } = this.get();
    if (!aim) return [];
    if (mode === 'offset') return chosen.flatMap(({ shape }) => this.beside(shape, aim) ?? []);
    if (mode === 'mirror' && points[0] && !near(points[0], aim)) return chosen.map(({ shape }) => mirrored(shape, points[0]!, aim));
    const arc = mode === 'arc' && points.length === 2 && arcThrough(points[0]!, aim, points[1]!);
    return arc ? [{ arc }] : [];
  }

  private async choose({ at, zoom }: Place): Promise<void> {
    const found = await this.setup.meant(at, zoom);
    if (!found) return;
    const key = JSON.stringify(found.points);
    const { chosen } = this.get();
    const others = chosen.filter((own) => JSON.stringify(own.points) !== key);
    this.set({ chosen: others.length < chosen.length ? others : [...chosen, found] });
  }

  private async trim({ at, zoom }: Place): Promise<void> {
    const found = await this.setup.trim(at, zoom);
    if (!found) return;
    if (!found.done) return this.setup.onFault('Nothing crosses that line.');
    this.takePart('Line trimmed', found.line, found.done);
  }

  private async extend({ at, zoom }: Place): Promise<void> {
    const found = await this.setup.extend(at, zoom);
    if (!found) return;
    const { line, done } = found;
    if (!done) return this.setup.onFault('That line meets nothing if it goes on.');
    if (line.own) this.setup.step('Line extended', { remove: [line.own.id], add: [added(done.whole, line)] });
    else this.setup.step('Line extended', { add: [added(done.piece, line)] });
  }

  /** Takes a part of a line away: of one of the model's it is hidden, of one that was added the rest stays. */
  private takePart(label: string, line: MeantLine, { gone, left }: Trimmed): void {
    if (line.own)
      this.setup.step(label, { remove: [line.own.id], ...some('add', left.map((shape) => added(shape, line))) }); // prettier-ignore
    else this.setup.step(label, { add: [{ id: newId(), kind: 'hide', on: { ...gone, tie: line.tie! } }] });
  }

  private beside(shape: Shape, at: Vec2): Shape | null {
    const distance = this.get().distance ?? distanceTo(shape, at);
    return distance > SAME / 2 ? parallel(shape, distance, at) : null;
  }

  private add(point: Vec2, zoom: number): void {
    const { mode, points, words, chosen } = this.get();
    if (mode === 'text') {
      if (!words.trim()) return this.setup.onFault('Write the words first.');
      return void this.made([point], zoom);
    }
    // the line of which something is made is the one under the first click
    if ((mode === 'part' && chosen.length !== 1) || ((mode === 'offset' || mode === 'mirror') && !chosen.length))
      return void this.chooseAt(point, zoom);
    if (mode === 'offset') return this.addBeside(point);
    const first = points[0];
    if (first && points.length > 2 && CLOSED.has(mode) && near(first, point)) return this.finish(zoom);
    if (points.length && near(points.at(-1)!, point)) return;
    const next = [...points, point];
    this.set({ points: next });
    if (next.length === POINTS[mode]) void this.made(next, zoom);
  }

  private async chooseAt(at: Vec2, zoom: number): Promise<void> {
    const found = await this.setup.meant(at, zoom);
    if (found) this.set({ chosen: [found], points: this.get().mode === 'part' ? [at] : [] });
  }

  private addBeside(at: Vec2): void {
    const { chosen } = this.get();
    const add = chosen.flatMap((line) => {
      const shape = this.beside(line.shape, at);
      return shape ? [added(shape, line)] : [];
    });
    if (!add.length) return this.setup.onFault('At that distance nothing of the line is left.');
    this.setup.step(add.length === 1 ? 'Parallel added' : `${add.length} parallels added`, { add });
    this.set({ chosen: [] });
  }

  private async made(points: readonly Vec2[], zoom: number): Promise<void> {
    const { mode, pen, pattern, words, chosen } = this.get();
    this.set({ points: [], aim: null, ...((mode === 'part' || mode === 'mirror') && { chosen: [] }) });
    if (mode === 'part') return this.takePart('Part of a line hidden', chosen[0]!, partOf(chosen[0]!.shape, points[0]!, points[1]!));
    if (mode === 'mirror')
      return this.setup.step(`${counted(chosen.length)} mirrored`, { add: chosen.map((line) => added(mirrored(line.shape, points[0]!, points[1]!), line)) }); // prettier-ignore
    const on: Tie | undefined = (await this.setup.meant(points[0]!, zoom))?.tie;
    const own = { id: newId(), ...(on && { tie: on }) };
    const flat = points.flat();
    const put = (label: string, one: TouchUp) => this.setup.step(label, { add: [one] });
    switch (mode) {
      case 'line':
        return put('Line added', { ...own, kind: 'line', points: flat, as: pen });
      case 'outline':
        return put('Outline added', { ...own, kind: 'line', points: [...flat, ...points[0]!], as: pen });
      case 'circle': {
        const radius = Math.hypot(points[1]![0] - points[0]![0], points[1]![1] - points[0]![1]);
        return put('Circle added', { ...own, kind: 'arc', arc: [...points[0]!, radius, 0, 1, 0, 2 * Math.PI], as: pen });
      }
      case 'arc': {
        const arc = arcThrough(points[0]!, points[2]!, points[1]!);
        return arc ? put('Arc added', { ...own, kind: 'arc', arc, as: pen }) : this.setup.onFault('Those three places lie on a straight line.'); // prettier-ignore
      }
      case 'fill':
        return put('Fill added', { ...own, kind: 'fill', rings: [flat], as: { pattern, colour: pen.colour ?? 7 } });
      case 'mask':
        return put('Mask added', { ...own, kind: 'mask', ring: flat });
      case 'text':
        return put(`Text ${words.trim()}`, { ...own, kind: 'text', at: points[0]!, words: words.trim(), height: 2.5 });
      default:
        // these take what is there
        return;
    }
  }

  private squared(at: Vec2, isSquared: boolean): Vec2 {
    const last = this.get().points.at(-1);
    if (!isSquared || !last) return at;
    return Math.abs(at[0] - last[0]) >= Math.abs(at[1] - last[1]) ? [at[0], last[1]] : [last[0], at[1]];
  }
}

const counted = (n: number): string => (n === 1 ? 'A line' : `${n} lines`);
const some = <K extends string, T>(key: K, list: readonly T[]): { readonly [k in K]?: readonly T[] } =>
  list.length ? ({ [key]: list } as { [k in K]: readonly T[] }) : {};
const stretch = ({ shape, tie }: MeantLine) => ({ ...shape, tie: tie! });

/** A line of its own that goes with another: of one of the model's it has the role, of one that was added the pen. */
function added(shape: Shape, { own, role, tie }: MeantLine): TouchUp {
  const all = { id: newId(), as: own?.as ?? { role }, ...(tie && { tie }) };
  return shape.arc ? { ...all, kind: 'arc', arc: shape.arc } : { ...all, kind: 'line', points: shape.path };
}

/** A profile, filled. */
const profileFill = ({ face, tie }: Profile, pattern: string, colour: number | string): TouchUp => ({
  id: newId(),
  kind: 'fill',
  rings: face.map((ring) => [...ring]),
  as: { pattern, colour },
  ...(tie && { tie }),
});
