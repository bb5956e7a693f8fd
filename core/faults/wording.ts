import { Fault, type Facts, type FaultCode, type Note, type NoteCode } from './fault';

const FAULTS: Record<FaultCode, string> = {
  'file-empty': '{file} is empty: choose the file again, or export it anew',
  'file-not-ifc': '{file} is not an IFC file: it does not begin with ISO-10303-21',
  'file-unreadable': '{file} is damaged: {reason}; export it anew from the program it came from',
  'file-without-geometry': '{file} holds no shapes that can be drawn',
  'file-kind-unknown':
    '{file}: no reader for files of the kind "{kind}"; IFC, glTF, OBJ, STL, PLY, 3MF, STEP and plans in DXF are read, also zipped',
  'schema-unknown': '{file}: the schema {schema} is not known; IFC2X3, IFC4 and IFC4X3 are read',
  'string-unclosed': '{file} is damaged: a text that begins in line {line} has no end; export the file anew',
  'library-failed': '{file} could not be read: its shapes bring the shape builder to a halt ({reason})',
  'file-damaged': '{file} is damaged, {place}: {reason}; export it anew from the program it came from',
  'file-without-faces': '{file} holds no faces to draw: {reason}',
  'file-too-large': '{file}: {what} would need {size}, more than the {limit} that are allowed; it is damaged, or must be divided',
  'file-feature': '{file} uses {feature}, which is not read: export it without',
  'file-version': '{file} is written in {version} of {format}, which is not read: export it in {read}',
  'archive-without-model': '{file} is an archive without a model in it (it holds {names})',
  'memory-full': '{file} needs more memory than there is: divide it, or export it without its smallest things',
  'reading-hangs':
    '{file}: its reading was ended, for nothing had come of it in {seconds} seconds; it is damaged, or one shape in it is too much',
  'obj-no-faces': '{file} has no faces: an OBJ file needs lines that begin with v and f',
  'obj-bad-number': '{file}, line {line}: "{text}" is not a number',
  'step-bad-number': '{file}, line {line}: "{text}" is not a number',
  'sight-field': '{file}: {field} {reason}',
  'standard-field': '{file}: {field} {reason}',
  'sight-not-json': '{file} is not JSON: {reason}',
  'drawing-stale': 'the drawing was stopped: it is no longer wanted',
  'storey-unknown': '{file}: storey "{storey}" is not in the model; it has {storeys}',
  'paper-too-small': 'the drawing takes {size} at 1:{scale} and does not fit on {paper}: {ways}',
  'grid-unknown': '{file}: grid line "{tag}" is not in the model; it has {tags}',
  'room-unknown': '{file}: room "{room}" is not in the model; it has {rooms}',
  'room-open': 'no room there: {reason}',
  'row-wrong': 'no row of sections: {reason}',
  'face-unknown': '{file}: element {id} {reason}',
  'face-curved': '{file}: the face of {id} at that point is curved; a flat one is needed',
  'nothing-to-draw': 'nothing to draw: {reason}',
  'models-apart': '{file}: it shares no {by} with the first model; give its place with --with {file}@x,y,z,degrees, or --lay as-is',
  stopped: 'stopped',
};

const NOTES: Record<NoteCode, string> = {
  'unit-missing': 'the file gives no unit of length: metres were taken; say --unit if that is wrong',
  'unit-unknown': 'the unit of length "{unit}" is not known: metres were taken; say --unit if that is wrong',
  'file-cut-off': 'the file ends before its end mark: it was cut off, and what came last is missing',
  'project-missing': 'the file has no project: unit and north are not known',
  'projects-many': 'the file has {count} projects: unit and north of the first were taken',
  'element-not-built': '{class} "{name}" ({id}) could not be built from its shape and is missing: {reason}',
  'element-empty': '{class} "{name}" ({id}) has a shape without any face and is missing',
  'element-not-finite': '{class} "{name}" ({id}) has coordinates that are not numbers and is left out',
  'element-far-away': '{class} "{name}" ({id}) lies or reaches {distance} km away from the rest and is left out',
  'element-id-twice': '{count} elements share the identity {id}: they are told apart by their number in the file',
  'element-shape-lost': '{class} "{name}" ({id}): {count} of {total} parts of its shape could not be built',
  'layers-without-place':
    '{class} "{name}" ({id}): its {count} layers are not as thick together as its shape; it is drawn without them, and without a material',
  'element-open': '{class} "{name}" ({id}) is an open shell: {count} edges have only one face',
  'elements-open': '{count} more elements are open shells',
  'element-crosses-itself': '{class} "{name}" ({id}) runs through itself, first near {x}, {y}, {z}: it is drawn with both its sides',
  'record-damaged': 'record #{id} in line {line} lacks some of its figures and was passed over',
  'record-circle': 'record #{id} in line {line} is a solid made of itself: it was passed over',
  'reference-missing': '#{from} points to #{to}, which is not in the file',
  'class-unknown': '{count} entities of the class {class} are not known to the schema and were passed over',
  'text-shortened': 'a text of {length} characters in line {line} was cut short',
  'text-encoding': 'the texts are not UTF-8; they were read as Windows-1252',
  'number-with-tail': 'line {line}: "{text}" is not a number; it was read as far as it is one, and further ones may be there',
  'number-twice': '#{id} stands {count} times in the file: the first was taken',
  'placement-circle': 'the placement #{id} refers to itself: it was left where the circle begins',
  'elements-without-storey': 'elements on no storey: {count}',
  'elements-without-material': 'elements without a material: {count}',
  'no-elements': 'the file holds no elements with a shape',
  'unit-assumed': 'the file states no unit: it was taken as metres and is {size} m in size',
  'unit-doubtful':
    'the file states no unit: it was taken as metres and is {size} m in size; as {unit} it would be {guess} m, which is more likely{others} (--unit {unit})',
  'unit-guessed':
    'the file states no unit: by its size one of its units was taken for {metres} m, which makes it {size} m large; say --unit if that is wrong',
  'companion-missing': 'the file "{name}" that belongs to it did not come along: what it holds is missing',
  'archive-others': 'the archive holds {count} more models; "{first}" was taken',
  'faces-not-finite': '{count} faces have coordinates that are not numbers and are left out',
  'faces-without-area': '{class} "{name}" ({id}) has no face with an area: its corners lie on one line',
  'faces-skipped': '{count} faces point to corners that do not exist ({place}) and are left out',
  'pieces-skipped': '{count} pieces are {what} and are passed over',
  'faces-cut-off': 'the file was cut off: it announces {told} {what} and holds {found}; the rest is missing',
  'obj-line-skipped': 'line {line}: a face points to corner {corner}, which does not exist; it was passed over ({count} in all)',
  'empty-drawing': 'the drawing is empty: {reason}',
  'cut-misses': '{what} meets nothing of the model: all that is drawn lies beyond it',
  'touch-ups-lost': '{count} of its touch-ups find no place any more and are left out',
  'frame-rolled': 'the picture is rolled by {degrees}°: what is up in its frame does not stand upright',
  'outline-open': '{class} "{name}" ({id}): its cut outline stays open at {u}, {v}',
  'outline-mended': '{class} "{name}" ({id}): its shell is open; its cut outline was closed over a gap of {gap} mm at {u}, {v}',
  'grazing-cut':
    'grazing cut: the plane runs {off} mm from a face of {class} "{name}"; moved {nudge} mm away it {away}, moved {nudge} mm nearer it {nearer}',
  gap: 'gap: two ends of cut lines are {width} mm apart',
  'double-line': 'drawn twice: {roles} lie on one another for {length} mm',
  speck: 'speck: a line of {length} mm',
  'regions-overlap': 'cut faces of {a} and {b} cover one another ({area} m²)',
  'no-fill': 'no fill: the standard has none of its own for the material "{material}"',
  'elevation-askew':
    'the elevation looks {toward} by the compass, {degrees}° off the building, whose faces it shows askew; "toward": [{x}, {y}] is square to them',
  'shapes-clamped': '{count} shapes reach beyond 1000 km and were left out',
};

/** A text of a file as it can be shown on one line: what is no sign that can be read becomes a dot. */
const readable = (text: string): string => text.replace(/\s+/g, ' ').replace(/[^\P{C}]|\ufffd/gu, '·');

function fill(template: string, facts: Facts): string {
  return template.replace(/\{(\w+)\}/g, (_, key: string) => readable(String(facts[key] ?? '?')));
}

/** One plain sentence for a fault, naming what and where. `file` is used where the fault does not name one. */
export function sentence(fault: Fault, file = 'the file'): string {
  return fill(FAULTS[fault.code], { file, ...fault.facts }).slice(0, 280);
}

/** One plain sentence for a note. */
export function noteSentence(note: Note): string {
  return fill(NOTES[note.code], note.facts);
}
