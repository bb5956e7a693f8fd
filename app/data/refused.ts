/** A change that is not made, and why, in a sentence for people. */
export class Refused extends Error {
  override readonly name = 'Refused';
}
