import { DropdownMenu } from 'radix-ui';
import { PAPERS, type Paper } from '../../../core/writers/paper';
import type { FileForms } from '../../data/project';
import type { ExportFormat } from '../../jobs/export-drawings';

interface Props {
  readonly onExport: (format: ExportFormat, all: boolean) => void;
  /** Everything of the project as one file. */
  readonly onSaveProject: () => void;
  /** How many sights there are to export. */
  readonly count: number;
  /** Whether images lie behind the drawing, so that they can go along. */
  readonly hasBehind: boolean;
  readonly forms: FileForms;
  readonly onForms: (forms: FileForms, label: string) => void;
}

/** What leaves as a file, in which form; the forms stay with the project. */
export function ExportMenu({ onExport, onSaveProject, count, hasBehind, forms, onForms }: Props) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className="word">Export</DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content className="menu" align="end" sideOffset={4}>
          <DropdownMenu.Label className="head">This sight</DropdownMenu.Label>
          <Formats onPick={(format) => onExport(format, false)} />
          {hasBehind && <DropdownMenu.Item onSelect={() => onExport('svg-behind', false)}>SVG with what lies behind it</DropdownMenu.Item>}
          {count > 1 && (
            <>
              <DropdownMenu.Separator className="my-1 border-t border-rule" />
              <DropdownMenu.Label className="head">All {count} sights, one file</DropdownMenu.Label>
              <Formats onPick={(format) => onExport(format, true)} />
            </>
          )}
          <DropdownMenu.Separator className="my-1 border-t border-rule" />
          <DropdownMenu.Item onSelect={onSaveProject}>Everything, as a project file</DropdownMenu.Item>
          <DropdownMenu.Separator className="my-1 border-t border-rule" />
          <DropdownMenu.Label className="head">How</DropdownMenu.Label>
          <Option
            words="DXF as one block, inserted once"
            isOn={forms.block === true}
            onChange={(block) => onForms({ ...forms, block }, block ? 'DXF as one block' : 'DXF as single lines')}
          />
          <Option
            words="DXF with each cut face outlined once more"
            isOn={forms.outlines === true}
            onChange={(outlines) => onForms({ ...forms, outlines }, outlines ? 'DXF with outlines of cut faces' : 'DXF without outlines')}
          />
          <DropdownMenu.Sub>
            <DropdownMenu.SubTrigger>Sheet of a PDF: {forms.paper ?? 'as large as its drawing'} …</DropdownMenu.SubTrigger>
            <DropdownMenu.Portal>
              <DropdownMenu.SubContent className="menu">
                {([undefined, ...Object.keys(PAPERS)] as (Paper | undefined)[]).map((paper) => (
                  <DropdownMenu.Item
                    key={paper ?? 'own'}
                    onSelect={() => onForms({ ...forms, paper }, `PDF ${paper ? `on ${paper}` : 'as large as its drawing'}`)}
                  >
                    {paper ?? 'As large as its drawing'}
                    {forms.paper === paper && <span className="text-graphite">chosen</span>}
                  </DropdownMenu.Item>
                ))}
              </DropdownMenu.SubContent>
            </DropdownMenu.Portal>
          </DropdownMenu.Sub>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

const FORMATS: readonly (readonly [ExportFormat, string])[] = [
  ['dxf', 'DXF, true size for CAD'],
  ['svg', 'SVG, a page at scale'],
  ['pdf', 'PDF, a page at scale'],
  ['json', 'JSON, for other programs'],
];

function Formats({ onPick }: { readonly onPick: (format: ExportFormat) => void }) {
  return FORMATS.map(([format, words]) => (
    <DropdownMenu.Item key={format} onSelect={() => onPick(format)}>
      {words}
    </DropdownMenu.Item>
  ));
}

interface OptionProps {
  readonly words: string;
  readonly isOn: boolean;
  readonly onChange: (isOn: boolean) => void;
}

/** Something that is so or not; the menu stays open, for one file is seldom made with one choice. */
const Option = ({ words, isOn, onChange }: OptionProps) => (
  <DropdownMenu.CheckboxItem checked={isOn} onCheckedChange={onChange} onSelect={(e) => e.preventDefault()}>
    {words}
    <span className="text-graphite">{isOn ? 'yes' : 'no'}</span>
  </DropdownMenu.CheckboxItem>
);
