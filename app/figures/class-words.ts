/** What an element can be said to be where its file does not say it: classes of ISO 16739-1 (IFC 4.3), without their prefix. */
export const CLASSES = [
  'Beam', 'BuildingElementProxy', 'Chimney', 'Column', 'Covering', 'CurtainWall', 'Door', 'FlowSegment', 'FlowTerminal', 'Footing', 'Furniture',
  'Member', 'PipeSegment', 'Pile', 'Plate', 'Railing', 'Ramp', 'Roof', 'Slab', 'Stair', 'StairFlight', 'Wall', 'Window',
] as const; // prettier-ignore

/** A class as one says it: PipeSegment is a pipe segment. */
export const classWords = (name: string): string => {
  const words = name.replace(/([a-z])([A-Z])/g, '$1 $2').toLowerCase();
  return words.charAt(0).toUpperCase() + words.slice(1);
};
