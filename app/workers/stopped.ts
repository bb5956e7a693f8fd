/** Work that was stopped because nobody wants it any more: no fault. */
export class Stopped extends Error {
  constructor() {
    super('Stopped.');
    this.name = 'Stopped';
  }
}
