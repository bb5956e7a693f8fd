import { titleWords, type Graphic } from '../drafting/graphic';
import { PenTable } from '../drafting/pen-table';
import type { Mark, Standard } from '../drafting/standard/standard';
import { MARK_RULES } from '../drafting/standard/standard-defaults';
import { drawingBounds } from '../linework/drawing';
import { markGrid } from './grid-lines';
import type { Landmarks } from './landmarks';
import { markLevels } from './levels';
import { boxOf, Marks } from './marks';

/** What a drawing is annotated with by itself. */
export interface Annotation {
  readonly levels: boolean;
  readonly grid: boolean;
  readonly title: boolean;
  /** Outlines of the cut faces, each as one line: for a DXF. */
  readonly outlines: boolean;
}

/** Nominal heights of capitals, paper millimetres (ISO 3098-1; here from memory). */
const SIZES = [1.8, 2.5, 3.5, 5, 7, 10, 14, 20];
/** Between what lies lowest and the title, paper millimetres. */
const BELOW = 6;

/** Puts levels, grid lines and the title on a graphic. A drawing of nothing has its title alone. */
export function annotate(
  graphic: Graphic,
  landmarks: Landmarks,
  standard: Standard,
  { levels, grid, title, outlines }: Annotation,
): Graphic {
  const { drawing, sight, scale } = graphic;
  const table = new PenTable(standard, graphic);
  const marks = new Marks(scale);
  const ruleOf = (mark: Mark) => (standard.marks ?? []).find((r) => r.mark === mark) ?? MARK_RULES.find((r) => r.mark === mark)!;
  const box = drawingBounds(drawing);
  const isEmpty = box[2] <= box[0] && box[3] <= box[1];
  if (levels && !isEmpty && landmarks.levels.length) {
    const rule = ruleOf('level');
    markLevels(marks, landmarks, box, table.of(rule), rule.height);
  }
  if (grid && !isEmpty && landmarks.axes.length) {
    const [line, tag] = [ruleOf('grid'), ruleOf('grid tag')];
    markGrid(marks, landmarks, drawing, box, { line: table.of(line), tag: table.of(tag) }, tag.height);
  }
  if (title) {
    const rule = ruleOf('title');
    const [u0, v0] = boxOf(box, marks.strokes(), marks.texts, marks.mm);
    const at = (down: number) => [Math.max(u0, box[0]), v0 - down * marks.mm] as const;
    marks.text(titleWords(sight), rule.height, at(BELOW + rule.height), 'start', table.of(rule));
    // a perspective has none
    if (sight.kind !== 'perspective')
      marks.text(
        `1:${Number(scale.toFixed(3))}`,
        SIZES.findLast((size) => size < rule.height) ?? rule.height,
        at(BELOW + rule.height * 2.2),
        'start',
        table.of(rule),
      );
  }
  const outline = outlines ? table.of(ruleOf('region outline')) : null;
  const strokes = marks.strokes();
  const texts = [...graphic.texts, ...marks.texts];
  return {
    ...graphic,
    pens: table.pens,
    layers: table.layers,
    regionOutline: outline && { pen: outline[0], layer: outline[1] },
    strokes,
    texts,
    box: boxOf(box, strokes, texts, marks.mm),
  };
}
