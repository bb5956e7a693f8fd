import { beforeEach, expect, it, vi } from 'vitest';
import { renderHook } from 'vitest-browser-react';
import type { Sight } from '../../core/sights/sight';
import type { Vec2 } from '../../core/geometry/vec3';
import type { Project, ProjectSight } from '../data/project';
import { shedInfo } from '../testing/shed';
import { useAsked } from './use-asked';
import type { Draft } from './use-draft';

const fakes = vi.hoisted(() => ({ made: null as unknown, asked: [] as unknown[] }));
vi.mock('../workers/pool', () => ({
  pool: {
    live: {
      run: (work: (engine: object) => unknown) =>
        Promise.resolve(
          work({
            makeOfFace: (...of: unknown[]) => {
              fakes.asked.push(of);
              return fakes.made instanceof Error ? Promise.reject(fakes.made) : fakes.made;
            },
          }),
        ),
    },
  },
}));

const section: Sight = { kind: 'section', number: 'S-01', name: 'Through', path: [[0, 0], [8, 0]], look: 'left', depth: null }; // prettier-ignore
const plan: Sight = { kind: 'plan', number: 'P-01', name: 'Ground', storey: 'Ground', height: 1.2, depth: null };
const of = (sight: Sight): ProjectSight => ({ id: sight.number, scale: 50, sight });
const project = { sights: { 'S-01': of(section), 'P-01': of(plan) }, sets: {} } as unknown as Project;
const [add, onFault, onPlacing, change, show] = [vi.fn(), vi.fn(), vi.fn(), vi.fn(), vi.fn()];
beforeEach(() => {
  vi.clearAllMocks();
  fakes.asked.length = 0;
});

const asked = (sight: Sight | null = section) =>
  renderHook(
    (props?: { sight: Sight | null }) =>
      useAsked({
        ...{ project, model: shedInfo(), sights: Object.values(project.sights), add, onFault, onPlacing },
        selected: props!.sight && of(props!.sight),
        many: null,
        draft: { change, show, sight: props!.sight } as unknown as Draft,
        floorInKey: () => 2.5,
        sightInKey: () => plan,
      }),
    { initialProps: { sight } },
  );
const place = (at: Vec2) => ({ at, snap: null, isSquared: false, zoom: 50 });
const made = (): Sight => (add.mock.lastCall![1] as ProjectSight[])[0]!.sight;

it('asks for the two points of a section, or of a perspective from the floor that the Key shows', async () => {
  const { result, act } = await asked();
  await act(() => result.current.ask.section());
  expect([result.current.placing!.of, result.current.isInKey, onPlacing.mock.calls.length]).toEqual(['section', true, 1]);
  await act(() => [[1, 1], [5, 1]].forEach((p) => result.current.placing!.tool.click(place(p as unknown as Vec2)))); // prettier-ignore
  expect(made()).toMatchObject({ kind: 'section', number: 'S-02', path: [[1, 1], [5, 1]] }); // prettier-ignore
  expect(result.current.isAsked).toBe(false);
  await act(() => result.current.ask.perspective());
  await act(() => [[1, 1], [5, 1]].forEach((p) => result.current.placing!.tool.click(place(p as unknown as Vec2)))); // prettier-ignore
  expect(made()).toMatchObject({ kind: 'perspective', eye: [1, 1, 4.1], target: [5, 1, 4.1] });
});

it('asks for the area of a detail of the sight that is shown; with another sight it is asked no more', async () => {
  const { result, act, rerender } = await asked();
  await act(() => result.current.ask.detail());
  const { area } = result.current;
  expect([result.current.isAsked, result.current.isInKey]).toEqual([true, false]);
  await rerender({ sight: plan });
  expect(result.current.area).toBeNull();
  await rerender({ sight: section });
  await act(() => {
    area!.press(place([2, 0]));
    area!.move(place([4, 1]));
    area!.letGo(place([4, 1]));
  });
  expect(made()).toMatchObject({ number: 'S-02', name: 'Through, detail', limits: { left: 2, right: 4, bottom: 0, top: 1 } });
  expect((add.mock.lastCall![1] as ProjectSight[])[0]!.scale).toBe(10);
});

it('asks for a face in either pane: of the drawing as it is, of the Key about the zero of the model; none, or one that is curved, is told', async () => {
  const { result, act } = await asked();
  await act(() => result.current.ask.face());
  const { drawing, key } = result.current.facing!;
  fakes.made = null;
  await act(() => drawing.click(place([3, 1])));
  expect(fakes.asked[0]).toEqual([expect.any(String), expect.objectContaining({ number: 'S-01' }), [3, 1], 9 / 50, ['S-01', 'P-01']]);
  await vi.waitFor(() => expect(onFault).toHaveBeenLastCalledWith('No face is seen there.'));
  fakes.made = new Error('the face is curved');
  await act(() => key.click(place([3, 1])));
  await vi.waitFor(() => expect(onFault).toHaveBeenLastCalledWith('the face is curved'));
  expect(result.current.facing).not.toBeNull();
  fakes.made = { ...section, kind: 'elevation', number: 'E-01', name: 'Face of Wall' };
  await act(() => key.click(place([3, 1])));
  await vi.waitFor(() => expect(add).toHaveBeenCalledOnce());
  const [, inKey, at] = fakes.asked[2] as [string, Sight, Vec2];
  const { origin } = shedInfo();
  expect([inKey, at]).toEqual([plan, [3 - origin[0], 1 - origin[1]]]);
  await vi.waitFor(() => expect(result.current.facing).toBeNull());
});

it('turns and jogs the sight that is shown, and goes back by one step; what hangs on its storey is not turned', async () => {
  const { result, act, rerender } = await asked();
  await act(() => result.current.ask.turn());
  await act(() => result.current.turning!.click(place([4, 0])));
  await act(() => result.current.back());
  expect(result.current.turning!.get().centre).toBeNull();
  await act(() => result.current.turning!.click(place([4, 0])));
  await act(() => result.current.turning!.turn(Math.PI / 2));
  expect((change.mock.lastCall![0] as Sight).path).toEqual([[4, -4], [4, 4]]); // prettier-ignore
  expect(result.current.isAsked).toBe(false);
  await act(() => result.current.ask.jog());
  await act(() => result.current.jogging!.click(place([4, 0])));
  expect(onFault.mock.lastCall![0]).toContain('beside the line');
  await act(() => result.current.jogging!.click(place([4, 2])));
  expect((change.mock.lastCall![0] as Sight).path).toEqual([[0, 0], [4, 0], [4, 2], [8, 2]]); // prettier-ignore
  await rerender({ sight: plan });
  await act(() => result.current.ask.turn());
  expect(onFault.mock.lastCall![0]).toContain('cannot be turned');
  await act(() => result.current.ask.jog());
  expect(onFault.mock.lastCall![0]).toBe('A section alone steps aside.');
  await act(() => result.current.back());
  expect(result.current.isAsked).toBe(false);
});
