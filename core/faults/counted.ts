/** A count with its word: "1 element", "12 elements". */
export const counted = (count: number, word: string): string => `${count} ${word}${count === 1 ? '' : 's'}`;
