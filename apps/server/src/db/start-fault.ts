/** Why the program does not start: a sentence for the keeper, with the path it is about. */
export class StartFault extends Error {
  constructor(sentence: string) {
    super(sentence);
    this.name = 'StartFault';
  }
}
