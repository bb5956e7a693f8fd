import type { Model } from '../core/model/model';
import { ModelBuilder } from '../core/model/model-builder';
import { generateBuilding, seeded } from './generate';

/** The kinds of scene that a bench draws, each of about a number of triangles. */
export const KINDS = {
  'small elements': generateBuilding,
  'large elements': generateLarge,
  entourage: generateEntourage,
  'deep overlap': generateOverlap,
} satisfies Record<string, (triangles: number) => Model>;
export type Kind = keyof typeof KINDS;

class Author {
  readonly b = new ModelBuilder();
  private element = 0;
  corner(x: number, y: number, z: number): number {
    this.b.positions.push(x);
    this.b.positions.push(y);
    this.b.positions.push(z);
    return this.b.positions.length / 3 - 1;
  }
  triangle(p: number, q: number, r: number): void {
    for (const i of [p, q, r]) this.b.triangles.push(i);
  }
  end(): void {
    const id = `e${this.element}`;
    this.b.elements.push({ id, class: 'Proxy', name: id, type: '', storey: -1, use: 'solid', assembly: '', buildUp: null });
    this.b.endPart(this.element++, -1, [0.7, 0.7, 0.7, 1]);
  }
  get count(): number {
    return this.b.triangles.length / 3;
  }
  done(): Model {
    return this.b.build('generated', 'generated');
  }
}

/** Eight closed shells with rolling surfaces, side by side and behind each other: few elements with very many faces. */
function generateLarge(triangles: number): Model {
  const a = new Author();
  const n = Math.max(4, Math.round(Math.sqrt(triangles / 8 / 4)));
  for (let k = 0; k < 8; k++) {
    const [x0, y0] = [(k % 4) * 26, Math.floor(k / 4) * 26];
    const at: number[] = [];
    const top = (i: number, j: number) => 4 + k * 0.7 + Math.sin((i / n) * 9 + k) * Math.cos((j / n) * 7) * 1.3;
    for (const side of [0, 1])
      for (let i = 0; i <= n; i++)
        for (let j = 0; j <= n; j++) at.push(a.corner(x0 + (i / n) * 24, y0 + (j / n) * 24, side ? top(i, j) : top(i, j) - 0.4));
    const layer = (n + 1) * (n + 1);
    const id = (side: number, i: number, j: number) => at[side * layer + i * (n + 1) + j]!;
    for (let i = 0; i < n; i++)
      for (let j = 0; j < n; j++) {
        a.triangle(id(1, i, j), id(1, i + 1, j), id(1, i + 1, j + 1));
        a.triangle(id(1, i, j), id(1, i + 1, j + 1), id(1, i, j + 1));
        a.triangle(id(0, i, j), id(0, i + 1, j + 1), id(0, i + 1, j));
        a.triangle(id(0, i, j), id(0, i, j + 1), id(0, i + 1, j + 1));
      }
    for (let i = 0; i < n; i++) {
      const wall = (p: number, q: number, r: number, s: number) => {
        a.triangle(p, q, r);
        a.triangle(p, r, s);
      };
      wall(id(0, i, 0), id(0, i + 1, 0), id(1, i + 1, 0), id(1, i, 0));
      wall(id(0, i + 1, n), id(0, i, n), id(1, i, n), id(1, i + 1, n));
      wall(id(0, 0, i + 1), id(0, 0, i), id(1, 0, i), id(1, 0, i + 1));
      wall(id(0, n, i), id(0, n, i + 1), id(1, n, i + 1), id(1, n, i));
    }
    a.end();
  }
  return a.done();
}

/**
 * A crowd and its trees: closed, finely faceted bodies of 4,000 triangles, and crowns of a thousand loose leaves (open shells of
 * two triangles), close together, so that much hides much.
 */
function generateEntourage(triangles: number): Model {
  const a = new Author();
  const random = seeded(3);
  const places = Math.max(1, Math.round(triangles / 6000));
  const across = Math.ceil(Math.sqrt(places));
  for (let place = 0; place < places; place++) {
    const [x, y] = [(place % across) * 2 + random(), Math.floor(place / across) * 2 + random()];
    body(a, x + 0.8, y, 0.25 + 0.1 * random(), 0.9, 40, 50);
    for (let leaf = 0; leaf < 1000; leaf++) {
      const [turn, lift, away] = [random() * 2 * Math.PI, random() * Math.PI - Math.PI / 2, 0.5 + 0.7 * Math.sqrt(random())];
      const c = [
        x + away * Math.cos(turn) * Math.cos(lift),
        y + away * Math.sin(turn) * Math.cos(lift),
        3.5 + 1.4 * away * Math.sin(lift),
      ] as const;
      const d = () => (random() - 0.5) * 0.5;
      const [p, q] = [[d(), d(), d()] as const, [d(), d(), d()] as const];
      const corner = (s: number, t: number) => a.corner(c[0] + s * p[0] + t * q[0], c[1] + s * p[1] + t * q[1], c[2] + s * p[2] + t * q[2]);
      const [e, f, g, h] = [corner(-0.5, -0.5), corner(0.5, -0.5), corner(0.5, 0.5), corner(-0.5, 0.5)];
      a.triangle(e, f, g);
      a.triangle(e, g, h);
    }
    a.end();
  }
  return a.done();
}

/** A closed body of turned form, `rings` high and `sides` round. */
function body(a: Author, x: number, y: number, r: number, height: number, rings: number, sides: number): void {
  const [foot, head] = [a.corner(x, y, 0), a.corner(x, y, 2 * height)];
  const at: number[][] = [];
  for (let i = 1; i < rings; i++) {
    const t = (Math.PI * i) / rings;
    const wide = r * Math.sin(t) * (1 + 0.3 * Math.sin(3 * t));
    at.push(
      Array.from({ length: sides }, (_, k) => {
        const turn = (2 * Math.PI * k) / sides;
        return a.corner(x + wide * Math.cos(turn), y + wide * Math.sin(turn), height * (1 - Math.cos(t)));
      }),
    );
  }
  for (let k = 0; k < sides; k++) {
    const n = (k + 1) % sides;
    a.triangle(foot, at[0]![n]!, at[0]![k]!);
    a.triangle(head, at.at(-1)![k]!, at.at(-1)![n]!);
    for (let i = 0; i + 1 < at.length; i++) {
      a.triangle(at[i]![k]!, at[i]![n]!, at[i + 1]![n]!);
      a.triangle(at[i]![k]!, at[i + 1]![n]!, at[i + 1]![k]!);
    }
  }
  a.end();
}

/** Racks of small boxes, sixty deep: in every view many surfaces lie behind each other. */
function generateOverlap(triangles: number): Model {
  const a = new Author();
  const random = seeded(5);
  const boxes = Math.round(triangles / 12);
  const deep = 60;
  const across = Math.max(1, Math.round(Math.sqrt(boxes / deep)));
  for (let k = 0; a.count < triangles; k++) {
    const [x, z, y] = [(k % across) * 0.5, (Math.floor(k / across) % across) * 0.5, Math.floor(k / (across * across)) * 0.5];
    const s = [0.2 + 0.2 * random(), 0.2 + 0.2 * random(), 0.2 + 0.2 * random()] as const;
    const c = [0, 1, 2, 3, 4, 5, 6, 7].map((i) => a.corner(x + (i & 1 ? s[0] : 0), y + (i & 2 ? s[1] : 0), z + (i & 4 ? s[2] : 0)));
    for (const [p, q, r, t] of [
      [0, 2, 3, 1],
      [4, 5, 7, 6],
      [0, 1, 5, 4],
      [2, 6, 7, 3],
      [0, 4, 6, 2],
      [1, 3, 7, 5],
    ] as const) {
      a.triangle(c[p]!, c[q]!, c[r]!);
      a.triangle(c[p]!, c[r]!, c[t]!);
    }
    a.end();
  }
  return a.done();
}
