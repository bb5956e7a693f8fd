import { useState } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import type { Vec3 } from '../../core/geometry/vec3';
import { fromStand } from '../../core/sights/make/from-stand';
import type { Sight } from '../../core/sights/sight';
import type { ModelInfo } from '../data/database';
import { nextNumber, type Project } from '../data/project';
import { usualScale } from '../figures/usual-scale';
import type { Command } from '../project/commands';
import { pool } from '../workers/pool';
import type { Stand } from '../space/paper-view';
import { seenFromStand } from '../space/seen-from-stand';

/** What is seen in 3D as a sight on the Bench, without what is hidden: drawn as it is seen, or the elevation of a face of it. */
export function useToBench(project: Project, model: ModelInfo, hidden: ReadonlySet<number>, tell: (command: Command) => Promise<boolean>) {
  const navigate = useNavigate();
  const [isFacing, setFacing] = useState(false);
  const ids = [...hidden].map((e) => model.elements[e]!.id);
  const show = ids.length ? { show: [{ ids, use: 'exclude' as const }] } : {};
  const add = async (sight: Sight) => {
    const id = crypto.randomUUID();
    const entry = { id, scale: usualScale(model.bounds), sight };
    if (await tell({ intent: 'add sights', label: sight.name, sights: [entry] })) void navigate(`/project/${project.id}/bench/${id}`);
  };
  return {
    isFacing,
    setFacing,
    toBench: (kind: 'axonometric' | 'perspective', from: Stand) =>
      add({ number: nextNumber(project, kind), ...fromStand(model, kind, from, model.bounds), ...show }),
    /** @param point on the ray that meets the face, in the coordinates of the file */
    ofFace: async (point: Vec3, from: Stand) => {
      const { sight, at } = seenFromStand(model, from, point);
      try {
        const taken = Object.values(project.sights).map((s) => s.sight.number);
        const made = await pool.live.run((engine) => engine.makeOfFace(model.id, { ...sight, ...show }, at, 0, taken));
        if (!made) return void toast.error('No face is seen there.');
        setFacing(false);
        await add(made);
      } catch (error) {
        toast.error((error as Error).message);
      }
    },
  };
}
