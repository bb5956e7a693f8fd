import type { DrawStep } from '../draw';
import { linePoints } from '../linework/drawing';
import { ROLES } from '../sights/role';
import { roleOf } from '../sights/segments';
import { decimal } from './numbers';

/** Pictures of how a drawing comes about: what takes the steps of the pipeline, and gives a file's name and an SVG for each. */
export function explainer(): (step: DrawStep) => [name: string, svg: string] {
  // a sight of several Views takes some steps once for each
  const times = new Map<string, number>();
  return (step) => {
    const name = NAMES[step.name];
    const time = (times.get(name) ?? 0) + 1;
    times.set(name, time);
    return [`${name}${time > 1 ? `-${time}` : ''}.svg`, page(pathsOf(step))];
  };
}

const NAMES: Record<DrawStep['name'], string> = {
  cut: '1-cut',
  candidates: '2-candidates',
  pieces: '3-visible',
  single: '4-single',
  joined: '5-joined',
};

/** By Candidate: outlines, creases, borders, traces, surface lines, edges of the back. */
const CANDIDATES = ['#1B7265', '#565F63', '#B97A12', '#2A678E', '#8A7F70', '#BBBBBB'];

function pathsOf(step: DrawStep): Path[] {
  switch (step.name) {
    case 'cut': {
      const paths = step.faces.regions.map((r, i) => ({
        d: r.face.map((ring) => path(ring, true)).join(''),
        fill: `hsl(${(i * 67) % 360} 45% 75%)`,
        stroke: '#222',
      }));
      return [...paths, ...step.faces.open.map((o) => ({ d: path(o.points, false), fill: 'none', stroke: '#A8324A' }))];
    }
    case 'candidates':
      return sextets(step.edges.ends, step.edges.count, (c) => CANDIDATES[step.edges.kind[c]!]!);
    case 'pieces':
      return sextets(step.pieces.ends, step.pieces.count, (p) => (step.pieces.hidden[p] ? '#BBBBBB' : '#22292C'));
    case 'single': {
      const { segments } = step;
      return Array.from({ length: segments.count }, (_, s) => ({
        d: path(segments.ends.subarray(s * 4, s * 4 + 4), false),
        fill: 'none',
        stroke: roleColour(roleOf(segments, s)),
      }));
    }
    case 'joined': {
      const { drawing } = step;
      return Array.from(drawing.lineRole, (role, l) => ({
        d: path(linePoints(drawing, l), false),
        fill: 'none',
        stroke: drawing.lineArc[l]! >= 0 ? '#2A678E' : roleColour(role),
      }));
    }
  }
}

const COLOURS: Partial<Record<(typeof ROLES)[number], string>> = {
  cut: '#A8324A',
  ground: '#7E5003',
  outline: '#22292C',
  edge: '#1B7265',
  hidden: '#BBBBBB',
};
const roleColour = (role: number): string => COLOURS[ROLES[role]!] ?? '#565F63';

interface Path {
  d: string;
  fill: string;
  stroke: string;
}

function sextets(ends: Float64Array, count: number, stroke: (i: number) => string): Path[] {
  return Array.from({ length: count }, (_, i) => ({
    d: path([ends[i * 6]!, ends[i * 6 + 1]!, ends[i * 6 + 3]!, ends[i * 6 + 4]!], false),
    fill: 'none',
    stroke: stroke(i),
  }));
}

function path(flat: ArrayLike<number>, closed: boolean): string {
  let d = '';
  for (let i = 0; i < flat.length; i += 2) d += `${i ? 'L' : 'M'}${decimal(flat[i]!, 5)} ${decimal(-flat[i + 1]!, 5)}`;
  return closed ? `${d}Z` : d;
}

function page(paths: readonly Path[]): string {
  let x0 = Infinity,
    y0 = Infinity,
    x1 = -Infinity,
    y1 = -Infinity;
  for (const { d } of paths)
    for (const [, x, y] of d.matchAll(/[ML](-?[\d.]+) (-?[\d.]+)/g)) {
      x0 = Math.min(x0, Number(x));
      x1 = Math.max(x1, Number(x));
      y0 = Math.min(y0, Number(y));
      y1 = Math.max(y1, Number(y));
    }
  if (!(x0 <= x1)) [x0, y0, x1, y1] = [0, 0, 1, 1];
  const pad = Math.max(x1 - x0, y1 - y0) * 0.03 + 1e-6;
  const stroke = Math.max(x1 - x0, y1 - y0) / 1200;
  const body = paths.map((p) => `<path d="${p.d}" fill="${p.fill}" stroke="${p.stroke}"/>`).join('\n');
  return `<svg xmlns="http://www.w3.org/2000/svg" width="1200" viewBox="${x0 - pad} ${y0 - pad} ${x1 - x0 + 2 * pad} ${y1 - y0 + 2 * pad}" fill-rule="evenodd" stroke-width="${stroke}">\n${body}\n</svg>\n`;
}
