import type { Model } from '../../core/model/model';
import { prepare } from '../../core/scene/prepare';
import { box, modelOf } from '../../core/testing/solids';
import type { ModelInfo } from '../data/database';
import { modelInfo } from '../workers/model-info';

/** A small shed: walls on two storeys, a slab, a door that nobody made anything of, a grid of two by one. */
export const SHED: Model = {
  ...modelOf([
    { solid: box([0, 0, 0], [6, 0.3, 2.5]), name: 'Wall south', class: 'Wall', material: 'Brick', storey: 0 },
    { solid: box([0, 3.7, 0], [6, 0.3, 2.5]), name: 'Wall north', class: 'Wall', material: 'Brick', storey: 0 },
    { solid: box([0, 0, 2.5], [6, 4, 0.25]), name: 'Slab', class: 'Slab', material: 'Concrete', storey: 1 },
    { solid: box([2, 0.1, 0], [1, 0.05, 2]), name: 'Door', class: 'Door', storey: 0 },
    { solid: box([0, 0, 2.75], [6, 0.3, 2]), name: 'Wall above', class: 'Wall', material: 'Oak', storey: 1 },
  ]),
  storeys: [
    { name: 'Ground', elevation: 0 },
    { name: 'Upper', elevation: 2.75 },
  ],
  grid: [
    { tag: 'A', from: [0, -2, 0], to: [0, 6, 0] },
    { tag: 'B', from: [6, -2, 0], to: [6, 6, 0] },
    { tag: '1', from: [-2, 0, 0], to: [8, 0, 0] },
  ],
};

/** What the screens are given of it. */
export const shedInfo = (more: Partial<ModelInfo> = {}): ModelInfo => ({
  ...modelInfo({ id: 'shed' }, 'shed.ifc', SHED, prepare(SHED), 12),
  ...more,
});
