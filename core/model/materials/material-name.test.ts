import { describe, expect, it } from 'vitest';
import { isAir, isNamed, kindRank, materialName } from './material-name';

/** Names as practitioners write them, by what they are; from memory. */
const NAMES: Readonly<Record<string, readonly string[]>> = {
  'concrete reinforced': ['Stahlbeton C30/37', 'Béton armé', 'Steel reinforced concrete', 'Hormigón armado HA-25', 'Calcestruzzo armato', 'Gewapend beton', 'Żelbet C25/30', 'Železobeton'],
  'concrete precast': ['Precast concrete', 'Betonfertigteil', 'Concrete - Precast'],
  concrete: ['Concrete, Cast-in-Place', 'Waterproof concrete', 'Air-entrained concrete', 'Hormigón', 'C25/30', 'Sichtbeton SB3', 'In-situ concrete with steel fibres', 'Mur en béton', 'Bodenplatte Beton', 'Concrete C30', 'Beton C25', 'C16 concrete', 'Concrete C24', 'Betonplatte', 'Concrete sealed'],
  steel: ['Baustahl S235', 'Acier', 'Structural Steel - S355', 'Stainless steel', 'Acero inoxidable', 'Steel connection plate', 'Acciaio zincato'],
  aluminium: ['Aluminium, anodised', 'Aluminum', 'Alu RAL 7016'],
  zinc: ['Metal, zinc', 'Titanzink'],
  stone: ['Natural stone', 'Sandstein', 'Pierre de taille', 'Limestone ashlar', 'Pietra serena', 'Stone facing'],
  'granite stone': ['Granit', 'Granite paving slab'],
  brick: ['Brick', 'Facing brick in lime mortar', 'Ziegelmauerwerk', 'Clay brick', 'Masonry - Brick', 'Brique pleine', 'Ladrillo hueco', 'Mattoni pieni', 'Baksteen', 'Brickwork, outer leaf', 'Glazed brick'],
  block: ['Concrete block', 'Lightweight concrete blockwork', 'Kalksandstein', 'Kalksandsteinmauerwerk', 'Porenbeton', 'Béton cellulaire', 'Concrete Masonry Units', 'Parpaing 20'],
  masonry: ['Metselwerk', 'Mauerwerk', 'Masonry'],
  'timber wood': ['Timber frame', 'Softwood studs', 'Brettschichtholz', 'GL24h', 'Bois lamellé', 'Legno di abete', 'Pine', 'Holzfaserplatte', 'Hout, vuren', 'C24'],
  'timber wood oak': ['Oak', 'Eiche massiv', 'European oak veneer', 'Chêne'],
  'timber wood plywood': ['Birch plywood', 'Sperrholz', 'Contreplaqué'],
  'timber wood chipboard': ['Chipboard', 'OSB 3', 'MDF', 'Spanplatte P2'],
  screed: ['Sand and cement screed', 'Cement screed', 'Zementestrich CT-C25', 'Chape ciment', 'Estrich auf Dämmung'],
  mortar: ['Lime mortar', 'Mörtel'],
  'insulation insul': ['Cavity wall insulation', 'Insulation board', 'Wood fibre insulation', 'Dämmung 035', 'Wärmedämmung', 'Isolant thermique', 'Holzfaserdämmplatte', 'Aislamiento térmico', 'Perimeterdämmung'],
  'insulation insul wool': ['Stone wool', 'Mineral wool between studs', 'Glaswolle', 'Laine de roche', 'Lana de vidrio', 'Wood wool slab', 'Cavity insulation, mineral wool', 'Glasswool'],
  'insulation insul rigid foam': ['PIR insulation', 'PUR foam', 'Rigid foam'],
  'insulation insul rigid styrene': ['XPS', 'EPS 100 insulation', 'Expanded polystyrene', 'Isolant polystyrène expansé'],
  plaster: ['Lime plaster', 'Cement render', 'Intonaco', 'Kalkputz', 'Enduit', 'Plaster on brick'],
  'gypsum plaster': ['Plasterboard', 'Gypsum board', 'Gipskartonplatte', 'GKB 12,5', 'Enduit plâtre', 'Gypsum fibre board', 'Cartongesso'],
  'paint finish': ['Glacier paint', 'Carpet tile', 'Anstrich'],
  glass: ['Double glazing', 'Isolierglas', 'Glass brick', 'Verre trempé', 'Vetro'],
  membrane: ['Vapour barrier', 'Airtight membrane', 'PE-Folie', 'Luftdichtung', 'DPC'],
  'ceramic tile': ['Ceramic tile', 'Roof tile', 'Fliesen', 'Carrelage grès', 'Clay tiles'],
  gravel: ['Gravel', 'Kies 16/32', 'Gravier'],
  sand: ['Sand', 'Sable compacté'],
  earth: ['Topsoil', 'Erdreich', 'Terreno natural', 'Compacted fill'],
  water: ['Water', 'Wasser'],
  air: ['Air', 'Air gap', 'Ventilated cavity', 'Cavity', 'Air layer, 50 mm', 'Void', 'Luftschicht', 'Luftschicht ruhend', 'Lame d’air', 'Spouw', 'Cámara de aire', 'Cavity (unventilated)', 'Still air space 25mm'],
  '': ['Void former', 'Cavity wall', 'Supply duct', 'Cavity closer', 'Air handling unit', 'Repair', 'Stair', 'Spec A', 'Undefined', 'Chair', 'Thousand', 'Gap filler', 'Terrazzo', '01', 'Environ'],
}; // prettier-ignore
const all = Object.entries(NAMES).flatMap(([is, names]) => names.map((name) => [name, is] as const));

describe('what a material is, by its name', () => {
  it('knows some hundred names in the languages of the trade', () => {
    expect(all.length).toBeGreaterThan(150);
    const wrong = all.flatMap(([name, is]) => (materialName(name).kind?.is ?? '').startsWith(is || '-') || (is === '' && !materialName(name).kind) ? [] : [`${name}: ${materialName(name).kind?.is}`]); // prettier-ignore
    expect(wrong).toEqual([]);
  });

  it('ranks structure before block before screed before insulation before finish, and says what is air', () => {
    const ranks = ['Steel', 'Concrete', 'Concrete block', 'Oak', 'Sand and cement screed', 'Stone wool', 'Plasterboard', 'Glass', 'Soil', 'Water'].map(kindRank); // prettier-ignore
    expect(ranks).toEqual([...ranks].sort((a, b) => b - a));
    for (const name of ['Insulation board', 'Stone wool']) expect(kindRank(name)).toBe(30);
    for (const name of ['Supply duct', 'Spec A']) expect(kindRank(name)).toBe(50);
    for (const [name, is] of all) expect(isAir(name), name).toBe(is === 'air');
  });

  it('is found by rules that ask for what it is, never by words inside words or for what it is not', () => {
    const found = (name: string, ...asked: string[]) => asked.filter((word) => isNamed(name, word));
    expect(found('Waterproof concrete', 'water', 'concrete', 'waterproof')).toEqual(['concrete', 'waterproof']);
    expect(found('Stone wool', 'stone', 'wool', 'insul', 'insulation', 'stone wool')).toEqual(['wool', 'insul', 'insulation', 'stone wool']); // prettier-ignore
    expect(found('Concrete block', 'concrete', 'block', 'concrete block')).toEqual(['block', 'concrete block']);
    expect(found('Eiche massiv', 'oak', 'timber', 'wood', 'eiche', 'larch')).toEqual(['oak', 'timber', 'wood', 'eiche']);
    expect(found('Stahlbeton', 'steel', 'concrete', 'reinforced', 'Stahlbeton')).toEqual(['concrete', 'reinforced', 'Stahlbeton']);
    expect(found('Oak veneered plasterboard', 'oak', 'plaster', 'gypsum')).toEqual(['plaster', 'gypsum']);
    expect(found('XPS', 'rigid', 'styrene', 'foam', 'insul')).toEqual(['rigid', 'styrene', 'insul']);
    // names of elements: in one word, in several, in the plural
    for (const name of ['BrickWall_02', 'Exterior walls', 'wall012', 'Basic Wall:Ext 300']) expect(isNamed(name, 'wall'), name).toBe(true);
    expect(found('Sidewalk', 'wall', 'side')).toEqual([]);
  });
});
