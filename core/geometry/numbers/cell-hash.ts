/*
 * Hashes of the cells of a grid, for tables whose size is a power of two: multiplied by large primes and folded together (after Teschner and
 * others, Optimized Spatial Hashing for Collision Detection of Deformable Objects, 2003).
 */

export const cellHash = (i: number, j: number): number => Math.imul(i | 0, 73856093) ^ Math.imul(j | 0, 19349663) ^ ((i | 0) >>> 13);
