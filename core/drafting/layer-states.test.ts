import DxfParser from 'dxf-parser';
import { expect, it } from 'vitest';
import { published } from '../testing/published';
import { box, modelOf } from '../testing/solids';
import { FRONT } from '../testing/views';
import { writeDxf } from '../writers/dxf';
import { writeJson } from '../writers/json';
import { writeSvg } from '../writers/svg';
import { closeOutlines } from './close-outlines';
import { plotted, shownIn, withStates } from './layer-states';

const model = modelOf([{ solid: box([0, 0, 0], [2, 1, 1]), material: 'brick' }, { solid: box([0, 2, 0], [3, 1, 2]) }]);
const graphic = published(model, { ...FRONT, kind: 'section', frame: { ...FRONT.frame!, origin: [0, 0.5, 0], cut: true } }, { title: true, close: closeOutlines }); // prettier-ignore
const on = (name: string) => graphic.layers.findIndex((layer) => layer.name === name);
const count = (layer: string) => [...graphic.lineLayer].filter((own) => own === on(layer)).length;

it('a layer that is off, or not plotted, is in no SVG; a DXF has all of it and says so of the layer', () => {
  const told = withStates(graphic, { outline: 'off', 'FILL BRICK': 'not plotted', 'NO SUCH': 'off' });
  expect(writeSvg(graphic)).toMatch(/<g id="OUTLINE"[\s\S]*<g id="FILL BRICK"|<g id="FILL BRICK"[\s\S]*<g id="OUTLINE"/);
  expect(writeSvg(told)).not.toMatch(/OUTLINE"|FILL BRICK"/);
  expect(writeSvg(told)).toContain('<g id="CUT"');
  const dxf = writeDxf(told);
  const { entities, tables } = new DxfParser().parseSync(dxf) as unknown as { entities: { layer: string; type: string }[]; tables: { layer: { layers: Record<string, { visible: boolean }> } } }; // prettier-ignore
  expect(entities.filter(({ layer }) => layer === 'OUTLINE')).toHaveLength(count('OUTLINE'));
  expect(dxf).toMatch(/HATCH\r?\n[^]{0,200}?FILL BRICK/);
  expect(Object.entries(tables.layer.layers).flatMap(([name, { visible }]) => (visible === false ? [name] : []))).toEqual(['OUTLINE']);
  const layers = dxf.split('AcDbLayerTableRecord').slice(1).map((record) => record.split(/\r?\n/).map((line) => line.trim())); // prettier-ignore
  expect(layers.flatMap((tags) => (tags[tags.indexOf('290') + 1] === '0' ? [tags[2]] : []))).toEqual(['FILL BRICK']);
  expect((JSON.parse(writeJson(told)) as { layers: { name: string; state?: string }[] }).layers.filter(({ state }) => state)).toHaveLength(
    2,
  );
});

it('on a screen what is not plotted is shown; what stays keeps its pens, rules and closed outlines', () => {
  const states = { OUTLINE: 'off', 'FILL BRICK': 'not plotted', TITLE: 'off' } as const;
  const screen = shownIn(graphic, states);
  expect(screen.drawing.lineRole).toHaveLength(graphic.drawing.lineRole.length - count('OUTLINE'));
  expect([...screen.lineLayer]).toEqual([...graphic.lineLayer].filter((layer) => layer !== on('OUTLINE')));
  expect(screen.caught.line).toHaveLength(screen.lineLayer.length);
  expect(screen.texts).toHaveLength(0);
  expect(screen.fills.some((fill) => fill !== null)).toBe(true);
  expect(plotted(withStates(graphic, states)).fills.every((fill) => fill === null || fill.layer !== on('FILL BRICK'))).toBe(true);
  expect(shownIn(graphic, {})).toBe(graphic);
});
