export const HELP = `tarvex: exact hidden-line drawings from 3D models

  tarvex draw MODEL --sight SIGHT.json --out FILE     draw one sight; the ending of FILE decides: .dxf .svg .pdf .json
  tarvex draw PROJECT.tarvex --out DIR                draw all sights of a project as it was set up on the screen
  tarvex sights MODEL --make FORM --out FILE.json     make sights by rule: four sides, storeys, rooms, grid lines, a face
  tarvex looks                                        the looks of a standard, one on a line
  tarvex inspect MODEL                                say what is in a model and what is doubtful
  tarvex check MODEL                                  what is wrong with a model before it is drawn
  tarvex proof MODEL --sight SIGHT.json               check a drawing before it leaves the house
  tarvex help draw | sights | looks | inspect | check | proof more about a command

MODEL is an .ifc file (IFC2X3, IFC4, IFC4X3), .glb or .gltf, .obj, .stl, .ply, .3mf, .step or .stp, a plan in .dxf, an archive (.zip, .ifczip) with one in it, or a project (.tarvex) saved from the screen.
Exit codes: 0 done, 1 could not be done (one sentence says why), 2 wrong use, 3 a proof or a check with findings, or a doubtful drawing with --strict.

A first drawing:
  echo '{ "kind": "plan", "number": "P-01", "name": "Ground", "storey": "Ground", "height": 1.2 }' > plan.json
  tarvex draw station.ifc --sight plan.json --out plan.dxf
`;

const DRAW = `tarvex draw MODEL --sight SIGHT.json --out FILE
tarvex draw MODEL --sight SIGHTS.json --out DIR --format dxf|svg|pdf|json
tarvex draw MODEL --sight SIGHTS.json --out FILE.dxf|FILE.pdf
tarvex draw PROJECT.tarvex --out DIR|FILE.dxf|FILE.pdf [--only S-01,P-02] [--format dxf|svg|pdf|json]

  --sight FILE       the sight: where from, what is cut, how far it reaches; or a list of them, [ {...}, {...} ]
  --format F         what a folder of drawings is written as (default dxf); a file for each sight, named by its number and name
  --only NUMBERS     of a project these sights alone
  --out FILE         .dxf true size for CAD, .svg or .pdf a page in millimetres, .json for other programs; many sights stand side by
                     side in one .dxf, each tells its number in the extended data, or are the pages of one .pdf
  --scale N          scale 1:N for line types, hatches, texts and pages (default 100; of a project each sight's own)
  --standard FILE    drafting standard (default: the one that comes along)
  --look NAME        one of its looks (default: its first): Works, Planning or Presentation in the one that comes along
  --sun A,H          shadows of a sun that stands A degrees round from true north, clockwise, and H degrees up from the horizon;
                     or LATITUDE,LONGITUDE,MOMENT: 51.5,-0.1,2026-06-21T14:00Z
  --unit U           unit of the first model: m cm mm in ft (formats or files that state none)
  --up y|z           which way is up in a mesh file (glTF y, others z)
  --with FILE        another model laid over the first; may stand several times. FILE@x,y,z,degrees puts its zero there
  --lay HOW          how they are laid: map, grid (lines of one tag), as-is (default: by the map where both tell their place)
  --correct FILE     what is set right of elements by id: { "ID": { "class": "Wall", "material": "Brick", "storey": "Upper", "rank": 75, "leftOut": true } }
  --plan FILE        a plan in DXF: how its layers are built, { "WALLS": { "class": "Wall", "base": 0, "height": 2.5, "material": "Masonry" } }
  --patience S       end the reading of a model that shows no progress for S seconds (default 90)
  --paper P          sheet of a PDF: A4 A3 A2 A1 A0 (default: as large as the drawing)
  --dxf-unit U       unit of the DXF: mm m cm in ft (default mm)
  --dxf-version V    release of the DXF: R2000 R2010 R2018 (default R2010)
  --no-levels        no levels of the storeys beside a section or elevation; "levels": false in the sight says the same
  --no-grid          no grid lines of the model; "grid": false in the sight says the same
  --no-title         no number, name and scale below the drawing
  --outlines         DXF: the outline of each cut face once more, as closed polylines on a layer of their own
  --block            DXF: put each drawing into one block, inserted once
  --plain            DXF: leave out the extended data (role, element, class, material of each entity)
  --flat             JSON: every line as plain points, arcs broken up to 0.1 mm
  --times            put the times of the steps into the report (the file is then no longer the same at each run)
  --explain DIR      write an SVG after each step of the pipeline into DIR
  --strict           exit code 3 when something about the drawing is doubtful (unit, open outlines, askew to the building, nothing to see)

A sight file, lengths in metres in the coordinates of the model; each form on one line:
  section      { "kind": "section", "number": "S-01", "name": "Through the shaft", "path": [[-2, 2.4], [19, 2.4]], "look": "left" }
  jogged       { "kind": "section", "number": "S-02", "name": "Jogged", "path": [[-2, 2.4], [9, 2.4], [9, 5], [19, 5]], "look": "left", "legDepths": [5, null] }
  elevation    { "kind": "elevation", "number": "E-01", "name": "South", "toward": "north" }
  plan         { "kind": "plan", "number": "P-01", "name": "Ground", "storey": "Ground", "height": 1.2, "overhead": 2.5 }
  ceiling plan { "kind": "ceiling plan", "number": "C-01", "name": "Ground, ceiling", "storey": "Ground", "height": 1.2 }
  any plane    { "kind": "section", "number": "S-03", "name": "Tilted", "frame": { "origin": [4, 2, 1], "look": [0, 1, -0.2], "up": [0, 0, 1], "cut": true } }
  axonometric  { "kind": "axonometric", "number": "X-01", "name": "From above", "frame": { "origin": [0, 0, 0], "look": [-1, 1, -1], "up": [0, 0, 1], "cut": false } }
  oblique      { "kind": "axonometric", "number": "X-02", "name": "Cabinet", "frame": { "origin": [0, 0, 0], "look": [0, 1, 0], "up": [0, 0, 1], "cut": false }, "oblique": { "angle": 45, "scale": 0.5 } }
  pulled apart { "kind": "axonometric", "number": "X-03", "name": "Roof off", "frame": { "origin": [0, 0, 0], "look": [-1, 1, -1], "up": [0, 0, 1], "cut": false }, "pullApart": [{ "class": "Roof", "by": [0, 0, 3] }] }
  perspective  { "kind": "perspective", "number": "V-01", "name": "Quay", "eye": [24, -9, 3.2], "target": [9, 3, 2.2], "fov": 62 }
Legs of a jogged section that stand square to the first are steps. "toward" honours true north, or is a direction [dx, dy]. A ceiling plan looks
up, mirrored, so that it lies as the floor plan does. In an oblique picture what lies in the plane is true, and a point w behind it is drawn
w times "scale" along "angle", counter-clockwise from right. What is pulled apart leaves traces of where it came from.
"trims": [{ "origin": [x, y, z], "normal": [x, y, z] }] each remove what lies on the side to which the normal points;
"keepBox": { "centre": [x, y, z], "size": [dx, dy, dz], "turn": degrees } keeps what is inside.
"jumps": [0.25, 2] tells outlines apart by how far the picture falls back beside them; a rule of the standard with "jump" goes by it.
"layersMeet": true lets the layers of a wall go on through weaker ones of a wall that it stands at, to their own material.
"overhead": 2.5 of a plan shows the outlines of what hangs up to so far above the cut, dashed.
More fields for each: "far" (what lies deeper is drawn lightly), "depth" (how far one looks; 0 = cut only), "hidden": true (keep hidden lines),
"limits": { "left": -1, "right": 20, "bottom": -2, "top": 8 } (a section ends at both ends of its path, unless "left" or "right" say otherwise; null opens one), "profile": true (all that is cut is one), "joints" (elements that keep their joints), "show" and "leaveWhole" with rules such as { "class": "Furniture", "use": "exclude" }; a rule names a class, type, storey, material, layer, name, id, or of several models one by the name of its file: { "model": "site" }.
`;

const SIGHTS = `tarvex sights MODEL --make FORM --out FILE.json [--unit U] [--up y|z] [--with FILE]

Writes sights as a list of sight files, for tarvex draw MODEL --sight FILE.json --out DIR, or to be opened on the Bench. FORM is one of:
  four-sides         elevations of the four sides, square to the building, named by the side that is seen, from true north
  storeys            a plan for each storey, 1.2 m over its floor; a model without storeys has them where its walls stand
  ceilings           a ceiling plan for each storey
  rooms              of each room an elevation of each wall, the plan and the ceiling plan; --room NUMBER for one (may stand several times)
  room x,y,z         the same of the room around a place: its space, or what encloses the place at that height where it has none
  along x,y x,y every D   sections square to a path at a distance, metres in the coordinates of the file
  grid               a section along each grid line; grid A..D from one to another that runs alike, grid 1,3 those two
  face ID@x,y,z      an elevation exactly parallel to the flat face of an element at a point (metres, coordinates of the file)
`;

const INSPECT = `tarvex inspect MODEL [--json] [--unit U] [--up y|z] [--with FILE]

Says in words what a model holds: elements by class and storey, materials, build-ups, grid, north, size, and what is doubtful:
open shells, elements that could not be built, missing units. --json gives the same as data.
`;

const CHECK = `tarvex check MODEL [--json] [--only KIND,KIND] [--unit U] [--up y|z] [--with FILE]

Finds what would spoil drawings: open shells, ones that run through themselves, elements that overlap (with the volume), the
same element twice, walls and slabs that miss each other by a hair, upright faces off the main directions by a small angle,
elements without material or storey, tiny ones, ones far from the rest, and what could not be read. A line for each. Exit code 0
when there is none, 3 when there is any.
KIND is one of open-shell self-crossing overlap twice near-miss off-axis no-material no-storey tiny far-off.
`;

const PROOF = `tarvex proof MODEL --sight SIGHT.json [--standard FILE] [--json] [--unit U] [--up y|z]

Checks the drawing of a sight: outlines that stay open, gaps, lines drawn twice, specks, cut faces that cover one another,
cuts that graze a face (with the nudge that helps), materials without a fill, elements that could not be built, and why a
drawing is empty. A line for each finding, with its place in the drawing. Exit code 0 when there is none, 3 when there is any.
`;

const LOOKS = `tarvex looks [--standard FILE]

The names of the looks that a standard has, one on a line; tarvex draw --look NAME draws in one of them.
`;

export const HELP_OF: Readonly<Record<string, string>> = {
  draw: DRAW,
  sights: SIGHTS,
  looks: LOOKS,
  inspect: INSPECT,
  check: CHECK,
  proof: PROOF,
};
