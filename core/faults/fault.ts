/**
 * The one error of the core: a code and its facts. The sentence for people is made from them in `wording.ts`,
 * for the screen and the command line alike.
 */
export type FaultCode =
  | 'file-empty'
  | 'file-not-ifc'
  | 'file-unreadable'
  | 'file-without-geometry'
  | 'file-kind-unknown'
  | 'schema-unknown'
  | 'string-unclosed'
  | 'library-failed'
  | 'reading-hangs'
  | 'memory-full'
  | 'file-damaged'
  | 'file-without-faces'
  | 'file-too-large'
  | 'file-feature'
  | 'file-version'
  | 'archive-without-model'
  | 'obj-no-faces'
  | 'obj-bad-number'
  | 'step-bad-number'
  | 'sight-field'
  | 'standard-field'
  | 'sight-not-json'
  | 'drawing-stale'
  | 'storey-unknown'
  | 'grid-unknown'
  | 'room-unknown'
  | 'room-open'
  | 'row-wrong'
  | 'face-unknown'
  | 'face-curved'
  | 'nothing-to-draw'
  | 'paper-too-small'
  | 'models-apart'
  | 'stopped';

export type Facts = Readonly<Record<string, string | number>>;

export class Fault extends Error {
  readonly code: FaultCode;
  readonly facts: Facts;
  constructor(code: FaultCode, facts: Facts = {}) {
    super(code);
    this.name = 'Fault';
    this.code = code;
    this.facts = facts;
  }
}

/** Something that was read or drawn differently from what the file says; the work went on. */
export interface Note {
  readonly code: NoteCode;
  readonly facts: Facts;
}

export type NoteCode =
  | 'unit-missing'
  | 'unit-unknown'
  | 'file-cut-off'
  | 'project-missing'
  | 'projects-many'
  | 'element-not-built'
  | 'element-empty'
  | 'element-not-finite'
  | 'element-far-away'
  | 'element-id-twice'
  | 'element-shape-lost'
  | 'element-open'
  | 'layers-without-place'
  | 'elements-open'
  | 'element-crosses-itself'
  | 'record-damaged'
  | 'record-circle'
  | 'reference-missing'
  | 'class-unknown'
  | 'text-shortened'
  | 'text-encoding'
  | 'number-twice'
  | 'number-with-tail'
  | 'placement-circle'
  | 'elements-without-storey'
  | 'elements-without-material'
  | 'no-elements'
  | 'unit-assumed'
  | 'unit-doubtful'
  | 'unit-guessed'
  | 'companion-missing'
  | 'archive-others'
  | 'faces-not-finite'
  | 'faces-skipped'
  | 'faces-without-area'
  | 'pieces-skipped'
  | 'faces-cut-off'
  | 'obj-line-skipped'
  | 'empty-drawing'
  | 'cut-misses'
  | 'touch-ups-lost'
  | 'frame-rolled'
  | 'outline-open'
  | 'outline-mended'
  | 'grazing-cut'
  | 'gap'
  | 'double-line'
  | 'speck'
  | 'regions-overlap'
  | 'no-fill'
  | 'shapes-clamped'
  | 'elevation-askew';
