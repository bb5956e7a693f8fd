import type { HandPen } from '../../../core/drafting/hand';
import type { Vec2 } from '../../../core/geometry/vec3';
import { arcThrough, mirrored } from '../../../core/touch-ups/parallel';
import { partOf } from '../../../core/touch-ups/part-of';
import type { Shape } from '../../../core/touch-ups/shape';
import type { Trimmed } from '../../../core/touch-ups/trim';
import type { Place, Tool } from '../../board/tool';
import { Watched } from '../../ui/watched';
import type { MeantLine } from '../../workers/line-meant';
import { added, beside, counted, hidden, madeOf, near, newId, profileFill, redrawn, some, squared } from './touch-made';
import { CLOSED, POINTS, TAKES, WITH_CHOSEN, type AtHand, type Mode, type TouchSetup } from './touch-modes';

/** Hand work on one drawing: lines are chosen, hidden, redrawn, cut off, lengthened, doubled; lines, outlines, arcs, fills, masks and texts are added. */
export class TouchWork extends Watched<AtHand> implements Tool {
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
    if (!TAKES.has(this.get().mode)) this.set({ aim: squared(this.anchor, at, isSquared) });
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
    else this.add(squared(this.anchor, place.at, place.isSquared), place.zoom);
  }

  /** Hides all that is chosen; what was added by hand goes. */
  hide(): void {
    const { chosen } = this.get();
    if (!chosen.length) return;
    this.setup.step(`${counted(chosen.length)} hidden`, hidden(chosen));
    this.set({ chosen: [] });
  }

  redraw(as: HandPen): void {
    const { chosen } = this.get();
    if (!chosen.length) return;
    this.setup.step(`${counted(chosen.length)} redrawn`, redrawn(chosen, as));
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
    const { mode, chosen, points, aim, distance } = this.get();
    if (!aim) return [];
    if (mode === 'offset') return chosen.flatMap(({ shape }) => beside(shape, aim, distance) ?? []);
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
    const { chosen, distance } = this.get();
    const add = chosen.flatMap((line) => {
      const shape = beside(line.shape, at, distance);
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
    const tie = (await this.setup.meant(points[0]!, zoom))?.tie;
    const done = madeOf(mode, points, { pen, pattern, words }, tie);
    if (typeof done === 'string') return this.setup.onFault(done);
    if (done) this.setup.step(done.label, { add: [done.one] });
  }
}
