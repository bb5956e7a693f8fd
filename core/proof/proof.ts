import type { Finding } from './finding';
import { append } from '../geometry/append';
import type { Graphic } from '../drafting/graphic';
import { unfilledIn } from './unfilled';
import type { Model } from '../model/model';
import type { Scene } from '../scene/scene';
import type { Sight } from '../sights/sight';
import { enlarged } from '../linework/reduced';
import type { Drawing } from '../linework/drawing';
import { cutMisses } from './cut-misses';
import { emptyReason, isEmpty } from './empty-reason';
import { grazingCuts } from './grazing-cuts';
import { lineFaults } from './line-faults';
import { regionOverlaps } from './region-overlaps';

/** What was left out on the way and can be read in the report. */
const LOST = /^(element-not-built|element-empty|element-not-finite|element-far-away|element-shape-lost|file-cut-off)$/;

/**
 * Checks a drawing: outlines that stay open, gaps between ends, lines drawn twice, specks, regions that cover one another,
 * grazing cuts, materials that the standard has no fill for, elements that could not be built, and why it is empty.
 * In the order in which one would mend them.
 */
export function proof(model: Model, scene: Scene, sight: Sight, graphic: Pick<Graphic, 'drawing' | 'fills' | 'names'>): Finding[] {
  const { drawing } = graphic;
  const findings: Finding[] = [];
  for (const note of drawing.report.notes) {
    if (note.code === 'outline-open' || note.code === 'outline-mended')
      findings.push({ ...note, at: [Number(note.facts['u']), Number(note.facts['v'])] });
    else if (LOST.test(note.code) || note.code === 'elevation-askew' || note.code === 'frame-rolled') findings.push({ ...note, at: null });
  }
  if (isEmpty(drawing)) {
    findings.push({ ...emptyReason(model, scene, sight), at: null });
    return findings;
  }
  const grazing = grazingCuts(model, scene, sight);
  // a plane that runs along a face misses it for that reason
  if (!grazing.length) findings.push(...cutMisses(model, sight, drawing).map((note) => ({ ...note, at: null })));
  append(findings, [...grazing, ...faultsOf(model, drawing, scene.scale)]);
  // a profile is one mass of no material
  if (!sight.profile)
    for (const { material, at } of unfilledIn(graphic)) findings.push({ code: 'no-fill', facts: { material: material ?? 'none' }, at });
  return findings;
}

/** What is wrong with lines and regions, looked at as large as the scene is: what is a speck hangs on the size of the model. */
function faultsOf(model: Model, drawing: Drawing, scale: number): Finding[] {
  const large = enlarged(drawing, scale);
  const found = [...lineFaults(large), ...regionOverlaps(model, large)];
  return scale === 1 ? found : found.map((finding) => ({ ...finding, ...inModel(finding, scale) }));
}

/** The place of a finding, and its figures, as large as the model is. */
function inModel({ at, facts }: Finding, scale: number): Pick<Finding, 'at' | 'facts'> {
  const figure = (name: string, by: number) => (name in facts ? { [name]: (Number(facts[name]) / by).toPrecision(3) } : {});
  return {
    at: at && [at[0] / scale, at[1] / scale],
    facts: { ...facts, ...figure('width', scale), ...figure('length', scale), ...figure('area', scale * scale) },
  };
}
