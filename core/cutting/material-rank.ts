/**
 * Which material keeps its place where two overlap in a cut: structure before block before screed before insulation
 * before finish (common practice). Found by words in the material's name; an unknown one stands in the middle.
 */
const RANKS: readonly (readonly [RegExp, number])[] = [
  [/steel|iron|alumin|metal/i, 90],
  [/concrete|c\d\d\/\d\d/i, 80],
  [/stone|granite/i, 75],
  [/block|brick|masonry/i, 70],
  [/timber|oak|wood|larch|ply|board/i, 60],
  [/screed|mortar/i, 40],
  [/insul|wool|foam/i, 30],
  [/plaster|gypsum|render|paint|finish/i, 20],
  [/glass|glaz/i, 15],
  [/earth|soil|ground|sand|gravel|fill/i, 5],
];

export function rankOf(name: string | undefined): number {
  if (name === undefined) return 50;
  return RANKS.find(([words]) => words.test(name))?.[1] ?? 50;
}

/** Whether a layer is a gap: air and cavities are regions without fill. */
export const isAir = (name: string): boolean => /\b(air|cavity|void|gap)\b/i.test(name);
