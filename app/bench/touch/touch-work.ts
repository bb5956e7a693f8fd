import type { Vec2 } from '../../../core/geometry/vec3';
import type { HandPen } from '../../../core/drafting/hand';
import { partOf } from '../../../core/touch-ups/part-of';
import type { Profile } from '../../../core/touch-ups/profile-at';
import type { Tie, TouchUp } from '../../../core/touch-ups/touch-up';
import type { Place, Tool } from '../../board/tool';
import { Watched } from '../../ui/watched';
import type { MeantLine } from '../../workers/line-meant';

/** What the hand does on the drawing. */
export const MODES = ['choose', 'part', 'line', 'outline', 'circle', 'fill', 'mask', 'text', 'profile'] as const;
export type Mode = (typeof MODES)[number];
/** In these a click takes what is there; in all others it sets a point. */
const TAKES: ReadonlySet<Mode> = new Set(['choose', 'profile']);
/** These end where they began. */
const CLOSED: ReadonlySet<Mode> = new Set(['outline', 'fill', 'mask']);

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
}

export interface TouchSetup {
  /** The line that is meant by a place; zoom in pixels of a metre. */
  readonly meant: (at: Vec2, zoom: number) => Promise<MeantLine | null>;
  readonly profile: (at: Vec2) => Promise<Profile | null>;
  readonly add: (label: string, touchUps: readonly TouchUp[]) => void;
  readonly onFault: (words: string) => void;
}

/** Nearer together two points are one, metres. */
const SAME = 0.002;
const near = (a: Vec2, b: Vec2): boolean => Math.hypot(a[0] - b[0], a[1] - b[1]) < SAME;
const newId = (): string => crypto.randomUUID();

/** Hand work on one drawing: lines are chosen, hidden, redrawn; lines, outlines, circles, fills, masks and texts are added. */
export class TouchWork extends Watched<State> implements Tool {
  readonly isHeld = false;

  constructor(
    readonly sight: string,
    private readonly setup: TouchSetup,
  ) {
    super({ mode: 'choose', chosen: [], points: [], aim: null, profile: null, pen: { weight: 0.25, type: 'continuous', colour: 7 }, pattern: 'solid', words: '' }); // prettier-ignore
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
    this.set({ mode, points: [], aim: null, profile: null, ...(mode !== 'choose' && mode !== 'part' && { chosen: [] }) });
  }

  move({ at, isSquared }: Place): void {
    if (!TAKES.has(this.get().mode)) this.set({ aim: this.squared(at, isSquared) });
  }
  letGo(): void {}

  click(place: Place): void {
    const { mode } = this.get();
    if (mode === 'choose') void this.choose(place);
    else if (mode === 'profile')
      void this.setup
        .profile(place.at)
        .then((profile) => (profile ? this.set({ profile }) : this.setup.onFault('Nothing closes around that place.')));
    else this.add(this.squared(place.at, place.isSquared), place.zoom);
  }

  /** Hides all that is chosen. */
  hide(): void {
    const { chosen } = this.get();
    if (!chosen.length) return;
    this.setup.add(`${counted(chosen.length)} hidden`, chosen.map(({ on }) => ({ id: newId(), kind: 'hide', on }))); // prettier-ignore
    this.set({ chosen: [] });
  }

  redraw(as: HandPen): void {
    const { chosen } = this.get();
    if (!chosen.length) return;
    this.setup.add(`${counted(chosen.length)} redrawn`, chosen.map(({ on }) => ({ id: newId(), kind: 'redraw', on, as }))); // prettier-ignore
    this.set({ chosen: [] });
  }

  /** Lays the fill that is set into the profile that is chosen. */
  fillProfile(): void {
    const { profile, pattern, pen } = this.get();
    if (!profile) return;
    const rings = profile.face.map((ring) => [...ring]);
    this.setup.add('Profile filled', [{ id: newId(), kind: 'fill', rings, as: { pattern, colour: pen.colour ?? 7 }, ...(profile.tie && { tie: profile.tie }) }]); // prettier-ignore
    this.set({ profile: null });
  }

  /** Ends a line as it is, or closes an outline. */
  finish(zoom = 100): void {
    const { mode, points } = this.get();
    if (mode === 'choose' || mode === 'profile') return;
    if (points.length < (CLOSED.has(mode) ? 3 : 2)) return;
    void this.made(mode, points, zoom);
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

  private async choose({ at, zoom }: Place): Promise<void> {
    const found = await this.setup.meant(at, zoom);
    if (!found) return;
    const key = JSON.stringify(found.points);
    const { chosen } = this.get();
    const others = chosen.filter((own) => JSON.stringify(own.points) !== key);
    this.set({ chosen: others.length < chosen.length ? others : [...chosen, found] });
  }

  private add(point: Vec2, zoom: number): void {
    const { mode, points, words, chosen } = this.get();
    if (mode === 'choose' || mode === 'profile') return;
    if (mode === 'text') {
      if (!words.trim()) return this.setup.onFault('Write the words first.');
      return void this.made(mode, [point], zoom);
    }
    if (mode === 'part' && chosen.length !== 1) return void this.choosePart(point, zoom);
    const first = points[0];
    if (first && points.length > 2 && CLOSED.has(mode) && near(first, point)) return this.finish(zoom);
    if (points.length && near(points.at(-1)!, point)) return;
    const next = [...points, point];
    this.set({ points: next });
    if ((mode === 'circle' || mode === 'part') && next.length === 2) void this.made(mode, next, zoom);
  }

  /** The line of which a part is to be hidden is the one under the first click. */
  private async choosePart(at: Vec2, zoom: number): Promise<void> {
    const found = await this.setup.meant(at, zoom);
    if (found) this.set({ chosen: [found], points: [at] });
  }

  private async made(mode: Exclude<Mode, 'choose' | 'profile'>, points: readonly Vec2[], zoom: number): Promise<void> {
    const { pen, pattern, words, chosen } = this.get();
    this.set({ points: [], aim: null, ...(mode === 'part' && { chosen: [] }) });
    if (mode === 'part') return this.setup.add('Part of a line hidden', [{ id: newId(), kind: 'hide', on: partOf(chosen[0]!.on, points[0]!, points[1]!) }]); // prettier-ignore
    const on: Tie | undefined = (await this.setup.meant(points[0]!, zoom))?.on.tie;
    const own = { id: newId(), ...(on && { tie: on }) };
    const flat = points.flat();
    switch (mode) {
      case 'line':
        return this.setup.add('Line added', [{ ...own, kind: 'line', points: flat, as: pen }]);
      case 'outline':
        return this.setup.add('Outline added', [{ ...own, kind: 'line', points: [...flat, ...points[0]!], as: pen }]);
      case 'circle': {
        const radius = Math.hypot(points[1]![0] - points[0]![0], points[1]![1] - points[0]![1]);
        return this.setup.add('Circle added', [{ ...own, kind: 'arc', arc: [...points[0]!, radius, 0, 1, 0, 2 * Math.PI], as: pen }]);
      }
      case 'fill':
        return this.setup.add('Fill added', [{ ...own, kind: 'fill', rings: [flat], as: { pattern, colour: pen.colour ?? 7 } }]);
      case 'mask':
        return this.setup.add('Mask added', [{ ...own, kind: 'mask', ring: flat }]);
      case 'text':
        return this.setup.add(`Text ${words.trim()}`, [{ ...own, kind: 'text', at: points[0]!, words: words.trim(), height: 2.5 }]);
    }
  }

  private squared(at: Vec2, isSquared: boolean): Vec2 {
    const last = this.get().points.at(-1);
    if (!isSquared || !last) return at;
    return Math.abs(at[0] - last[0]) >= Math.abs(at[1] - last[1]) ? [at[0], last[1]] : [last[0], at[1]];
  }
}

const counted = (n: number): string => (n === 1 ? 'A line' : `${n} lines`);
