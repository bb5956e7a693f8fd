/**
 * What materials are, in languages of the trade: one table for fills (by the words of its first column), ranks in a cut and air. From
 * memory; the ranks are common practice: structure before block before screed before insulation before finish.
 *
 * `is` are the words by which rules ask for a kind. `nouns` decide by the last of them in a name, as in English or German ("wood wool");
 * `first` by the first, as in Romance and Slavic languages ("laine de bois"). Of a compound its end decides ("Betonstein"). A star stands for
 * any ending, a plus parts words that follow one another. Accents are left away.
 */
export interface MaterialKind {
  readonly is: string;
  /** Which of two materials that overlap in a cut keeps its place: the higher. */
  readonly rank: number;
  readonly nouns: string;
  readonly first?: string;
  /** Gives way to any other kind that a name tells as well: "metal, zinc". */
  readonly isVague?: true;
  readonly isAir?: true;
}

/** Of a material that is not known. */
export const MIDDLE_RANK = 50;

export const KINDS: readonly MaterialKind[] = [
  { is: 'air', rank: MIDDLE_RANK, isAir: true, nouns: 'air cavity cavities void voids gap airgap airspace luft luftschicht luftraum luftspalt luftzwischenraum hinterluftung luftspouw spouw luchtspouw lucht luftspalte luftspalten', first: 'aire aria vide intercapedine camara+de+aire powietrze pustka vzduch szczelina' },
  { is: 'steel', rank: 90, nouns: 'steel steelwork stahl edelstahl staal stal stainless stainless+steel rebar rebars bewehrung s235 s275 s355 s460', first: 'acier* acero* acciai* aco ocel*' },
  { is: 'iron', rank: 90, nouns: 'iron gusseisen eisen ijzer', first: 'fonte hierro ferro ghisa zelazo zeliwo litina' },
  { is: 'metal', rank: 85, isVague: true, nouns: 'metal metals metall metaal metalwork blech', first: 'metaux metallo metalli' },
  { is: 'aluminium alumin', rank: 85, nouns: 'aluminium aluminum alu', first: 'aluminio alluminio hlinik' },
  { is: 'copper', rank: 85, nouns: 'copper kupfer koper', first: 'cuivre cobre rame miedz' },
  { is: 'zinc', rank: 85, nouns: 'zinc zink titanzink', first: 'zinco cynk zinek' },
  { is: 'lead', rank: 85, nouns: 'lead blei lood', first: 'plomb plomo piombo olow olovo' },
  { is: 'bronze', rank: 85, nouns: 'bronze' },
  { is: 'brass', rank: 85, nouns: 'brass messing', first: 'laiton laton ottone mosiadz mosaz' },
  { is: 'concrete reinforced', rank: 80, nouns: 'stahlbeton reinforced+concrete rc+concrete ferroconcrete gewapend+beton armerad+betong armeret+beton ortbeton+bewehrt', first: 'beton+arme hormigon+armado calcestruzzo+armato cemento+armato concreto+armado betao+armado beton+zbrojony zelbet* zelezobeton*' },
  { is: 'concrete precast', rank: 80, nouns: 'precast precast+concrete fertigteilbeton betonfertigteil prefab+beton', first: 'beton+prefabrique hormigon+prefabricado' },
  { is: 'concrete', rank: 80, nouns: 'concrete beton betong ortbeton leichtbeton sichtbeton c8/10 c12/15 c16/20 c20/25 c25/30 c28/35 c30/37 c32/40 c35/45 c40/50 c45/55 c50/60', first: 'hormigon* calcestruzzo concreto* betao' },
  { is: 'granite stone', rank: 75, nouns: 'granite granit graniet', first: 'granito zula' },
  { is: 'slate stone', rank: 75, nouns: 'slate slates schiefer leisteen', first: 'ardoise* pizarra* ardesia' },
  { is: 'stone', rank: 75, nouns: 'stone stonework stein sandstein kalkstein naturstein natursteen steen marble marmor limestone sandstone ashlar travertine basalt flagstone', first: 'pierre* piedra* pietra* pedra* marbre marmo marmol kamien* kamen*' },
  { is: 'brick', rank: 70, nouns: 'brick bricks brickwork ziegel ziegelstein klinker backstein baksteen bakstenen clinker tegl tegel mursten', first: 'brique* ladrill* matton* laterizi* tijolo* cegla cegly cihl*' },
  { is: 'block', rank: 70, nouns: 'block blocks blockwork kalksandstein kalkzandsteen hohlblock hohlblockstein betonstein porenbeton porenbetonstein gasbeton cellenbeton aerated+concrete aircrete concrete+masonry cmu ks ksv', first: 'parpaing* bloque* blocchi blocco agglo* bloc beton+cellulaire' },
  { is: 'masonry', rank: 70, isVague: true, nouns: 'masonry mauerwerk metselwerk murverk', first: 'maconnerie mamposteria muratura alvenaria mur+porteur zdivo' },
  { is: 'timber wood plywood', rank: 60, nouns: 'plywood ply sperrholz multiplex kryssfiner', first: 'contreplaque contrachapado compensato sklejka preklizka' },
  { is: 'timber wood chipboard', rank: 60, nouns: 'chipboard particleboard spanplatte osb osb3 osb4 mdf hdf fibreboard fiberboard hardboard spaanplaat', first: 'agglomere aglomerado truciolare' },
  { is: 'timber wood oak', rank: 60, nouns: 'oak eiche eik', first: 'chene roble rovere carvalho dab dub' },
  { is: 'timber wood larch', rank: 60, nouns: 'larch larche lariks', first: 'meleze alerce larice modrzew modrin' },
  { is: 'timber wood', rank: 60, nouns: 'timber wood lumber hardwood softwood glulam clt lvl kvh bsh bsp klh holz brettschichtholz brettsperrholz konstruktionsvollholz hout tra trae pine spruce fir ash beech birch walnut douglas cedar teak fichte kiefer tanne buche esche ahorn gl24h gl28h gl30h', first: 'bois madera* legno madeira* drewno drevo sapin epicea pino abete hetre haya faggio' },
  // strength classes of timber are grades of concrete to others
  { is: 'timber wood', rank: 60, isVague: true, nouns: 'c14 c16 c18 c24' },
  { is: 'board', rank: 60, isVague: true, nouns: 'board boards boarding' },
  { is: 'screed', rank: 40, nouns: 'screed estrich zementestrich anhydritestrich dekvloer cementdekvloer', first: 'chape massetto solado* recrecido wylewka poter' },
  { is: 'mortar', rank: 40, nouns: 'mortar grout mortel', first: 'mortier mortero malta argamassa* zaprawa' },
  { is: 'insulation insul rigid styrene', rank: 30, nouns: 'polystyrene styropor polystyrol eps xps', first: 'polystyrene+expanse poliestireno polistirene polistirolo styropian' },
  { is: 'insulation insul rigid foam', rank: 30, nouns: 'foam polyurethane pir pur phenolic hartschaum schaum schaumglas cellular+glass foam+glass', first: 'mousse espuma schiuma poliuretano pianka' },
  { is: 'insulation insul rigid', rank: 30, nouns: 'rigid+insulation rigid+board+insulation hartdammung rigid' , isVague: true },
  { is: 'insulation insul wool', rank: 30, nouns: 'wool glasswool stonewool wolle glaswolle steinwolle mineralwolle glaswol steenwol wol glass+fibre glass+fiber fibreglass fiberglass mineral+fibre mineral+fiber glasuld stenuld', first: 'laine* lana* la+de+rocha welna vata' },
  { is: 'insulation insul', rank: 30, nouns: 'insulation insulant dammung dammstoff dammplatte warmedammung isolatie isolierung isolering isolasjon zellulose cellulose cork kork hemp+fibre wdvs', first: 'isolant* isolation isolamento isolante aislant* aislamiento* izolacja izolace liege corcho sughero' },
  { is: 'plaster', rank: 20, nouns: 'plaster render stucco skim putz kalkputz gipsputz aussenputz innenputz oberputz unterputz stucwerk pleister pleisterwerk puds puss', first: 'enduit* enlucido* revoque* revoco intonaco reboco tynk omitka crepi' },
  { is: 'gypsum plaster', rank: 20, nouns: 'gypsum plasterboard drywall gips gipskarton gipsfaser gkb gkf gipsplaat', first: 'platre yeso* gesso cartongesso pladur sadrokarton*' },
  { is: 'paint finish', rank: 20, nouns: 'paint finish coating primer varnish lacquer lasur anstrich farbe lack verf linoleum vinyl carpet wallpaper tapete teppich', first: 'peinture pintura pittura vernice farba barva moquette' },
  { is: 'glass', rank: 15, nouns: 'glass glazing glas glass+block glass+brick glasbaustein verglasung isolierglas beglazing glaz', first: 'verre* vitrage* vidrio* vetro* vidro* szklo sklo' },
  { is: 'membrane', rank: MIDDLE_RANK, nouns: 'membrane membranes dpc dpm foil folie bitumen asphalt felt vapour+barrier vapor+barrier air+barrier vapour+control dampfsperre dampfbremse abdichtung dichtung dachbahn bahn epdm vcl', first: 'etancheite impermeabilizacion guaina pare+vapeur papa' },
  { is: 'ceramic tile', rank: MIDDLE_RANK, isVague: true, nouns: 'tile tiles tiling tegels' },
  { is: 'ceramic tile', rank: MIDDLE_RANK, nouns: 'clay+tile clay+tiles ceramic ceramics terracotta porcelain fliese fliesen keramik dachziegel', first: 'carrelage carreau* azulejo* ceramica piastrell* tuile* teja* tegola tegole plytki dlazba' },
  { is: 'gravel', rank: 5, nouns: 'gravel shingle kies schotter grind splitt ballast', first: 'gravier* grava ghiaia zwir sterk' },
  { is: 'gravel hardcore', rank: 5, nouns: 'hardcore' },
  { is: 'sand', rank: 5, nouns: 'sand zand', first: 'sable arena sabbia areia piasek pisek' },
  { is: 'earth', rank: 5, nouns: 'earth soil topsoil subsoil ground backfill clay erde erdreich mutterboden aarde grond substrate', first: 'terre terreno* tierra* terra grunt zemina' },
  { is: 'earth', rank: 5, isVague: true, nouns: 'fill filling infill' },
  { is: 'water', rank: 2, nouns: 'water wasser vand vatten', first: 'eau agua acqua woda voda' },
]; // prettier-ignore
