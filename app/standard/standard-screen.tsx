import { useEffect, useMemo, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import { withRule, type RuleList } from '../../core/drafting/standard/edit-standard';
import { solidCount } from '../data/class-counts';
import type { KeptStandard, ModelInfo } from '../data/database';
import { orderedSights, type Project } from '../data/project';
import type { Answer } from '../project/commands';
import { Chain } from '../frame/chain';
import { Choice } from '../ui/choice';
import { Toasts } from '../ui/toasts';
import { token } from '../ui/token';
import { useUndoKeys } from '../ui/use-undo-keys';
import { knownNames } from './known-names';
import { Library } from './library';
import { RulePanel } from './rule-panel';
import { RanksTable } from './ranks-table';
import { RulesTable } from './rules-table';
import { LIST_WORDS } from './rule-words';
import { SpecimenPane } from './specimen-pane';
import { StandardHead } from './standard-head';
import type { KeptAct } from './kept-act';
import { useSpecimen } from './use-specimen';
import { useStandard } from './use-standard';

interface Props {
  readonly project: Project;
  readonly model: ModelInfo;
  readonly begin: { readonly sight: string | null; readonly look: number; readonly list: RuleList; readonly rule: number | null };
  readonly kept: readonly KeptStandard[];
  /** What became of keeping or deleting one. */
  readonly answer: Answer | null;
  readonly onKept: (what: KeptAct) => void;
}

/** What a new rule of each list begins as. */
const NEW_RULES = {
  lines: { role: 'outline', class: 'Wall', layer: 'OWN', weight: 0.25, type: 'continuous', colour: 7 },
  fills: { class: 'Wall', layer: 'FILL OWN', pattern: 'solid', weight: 0.13, colour: 8 },
  surfaces: { material: 'brick', facing: 'upright', pattern: 'none' },
  tones: { class: 'Wall', layer: 'TONE', colour: 254 },
} as const;

/** Rules below, what they make of a drawing of one's own above, in two looks beside one another. */
export function StandardScreen({ project, model, begin, kept, answer, onKept }: Props) {
  const navigate = useNavigate();
  const edit = useStandard(project);
  const { looks } = edit;
  const sights = useMemo(() => orderedSights(project), [project]);
  const [sightId, setSight] = useState(begin.sight);
  const [wantedLook, setLook] = useState(begin.look);
  const [wantedBeside, setBeside] = useState(begin.look === 0 ? 1 : 0);
  const [list, setList] = useState<RuleList>(begin.list);
  const [at, setAt] = useState<number | null>(begin.rule);
  const [isRanks, setRanks] = useState(false);
  const within = (n: number) => Math.min(Math.max(0, n), looks.length - 1);
  const [look, beside] = [within(wantedLook), within(wantedBeside)];
  const sight = sights.find((s) => s.id === sightId) ?? sights.find((s) => s.sight.kind === 'section') ?? sights[0] ?? null;
  const specimen = useSpecimen(project, model, sight, looks[look]!);
  const known = useMemo(() => knownNames(model, project), [model, project]);
  const [colour] = useState(() => token('pencil'));
  const marked = useMemo(() => (at !== null && (list === 'lines' || list === 'fills') ? { list, at, colour } : null), [list, at, colour]);

  useEffect(() => {
    if (answer?.fault) toast.error(answer.fault);
    else if (answer?.said) toast(answer.said);
  }, [answer]);
  useHotkeys('1', () => void navigate(`/project/${project.id}/model`));
  useHotkeys('2', () => void navigate(`/project/${project.id}/bench${sight ? `/${sight.id}` : ''}`));
  useUndoKeys(edit.undo, edit.redo);
  useHotkeys('9', specimen.whole);
  useHotkeys('esc', () => setAt(null));

  const add = () => {
    const place = at ?? 0;
    void edit.change('New rule', withRule(edit.standard, look, list, place, NEW_RULES[list] as never)).then((is) => is && setAt(place));
  };
  return (
    <div className="grid h-screen min-w-[720px] grid-cols-[minmax(0,1fr)_clamp(236px,22vw,276px)] grid-rows-[44px_32px_minmax(0,1fr)_minmax(180px,42vh)]">
      <Chain project={{ id: project.id, name: project.name, elements: solidCount(model), sights: sights.length }} />
      <StandardHead
        {...{ edit, kept, onKept, look, beside, sights, sight }}
        isOwn={project.standard !== undefined}
        onLook={setLook}
        onBeside={setBeside}
        onSight={setSight}
        onWhole={specimen.whole}
      />
      <aside
        className="row-span-2 row-start-2 min-h-0 overflow-y-auto border-l border-rule2 bg-board"
        style={{ gridColumn: 2 }}
        aria-label="Pens and fills"
      >
        <RulePanel {...{ edit, look, list, at, known }} onSelect={setAt} />
        <Library {...{ edit, look, list, at }} />
      </aside>
      <main className="relative grid min-h-0 min-w-0 grid-cols-2 bg-rule2" aria-label="Specimen" style={{ columnGap: 1 }}>
        <div className="relative min-w-0" data-testid="specimen">
          <SpecimenPane
            {...{ model, specimen, marked }}
            standard={project.standard}
            look={looks[look]!}
            paneRef={specimen.ref}
            label={sight ? `Specimen ${sight.sight.number}, ${looks[look]}` : 'No drawing'}
            onRule={(rule) => {
              if (rule) setList(rule.list);
              if (rule) setRanks(false);
              setAt(rule?.at ?? null);
            }}
          />
          {!sight && <p className="absolute inset-0 m-auto h-5 w-60 text-graphite">No sight yet: make one on the Bench.</p>}
        </div>
        <div className="relative min-w-0" data-testid="specimen-beside">
          <SpecimenPane
            {...{ model, specimen }}
            standard={project.standard}
            marked={null}
            look={looks[beside]!}
            label={`Beside it, ${looks[beside]}`}
          />
        </div>
      </main>
      <section
        aria-label="Rules of the look"
        className="col-span-full grid min-h-0 grid-rows-[28px_minmax(0,1fr)] border-t border-ink bg-paper"
      >
        <div className="flex items-center gap-4 border-b border-rule2 px-3">
          <h2 className="font-semibold">
            {isRanks ? 'Ranks of materials' : looks[look]}{' '}
            <small className="text-[12px] font-normal text-graphite">
              {isRanks ? 'where two overlap in a cut the higher one keeps its place' : 'the first rule that fits decides'}
            </small>
          </h2>
          <Choice
            label="Rules"
            value={isRanks ? 'ranks' : list}
            options={[
              ...(Object.keys(LIST_WORDS) as RuleList[]).map((key): [RuleList, string] => [key, LIST_WORDS[key]]),
              ['ranks', 'Ranks'],
            ]}
            onChange={(next) => {
              setRanks(next === 'ranks');
              if (next !== 'ranks') setList(next);
              setAt(null);
            }}
          />
          {!isRanks && (
            <button type="button" className="word ml-auto" onClick={add}>
              Add rule
            </button>
          )}
        </div>
        {isRanks ? (
          <RanksTable edit={edit} />
        ) : (
          <RulesTable {...{ edit, look, list }} selected={at} counts={specimen.counts} onSelect={setAt} />
        )}
      </section>
      <Toasts />
    </div>
  );
}
