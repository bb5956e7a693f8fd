/** A class as one says it: PipeSegment is a pipe segment. */
export const classWords = (name: string): string => {
  const words = name.replace(/([a-z])([A-Z])/g, '$1 $2').toLowerCase();
  return words.charAt(0).toUpperCase() + words.slice(1);
};
