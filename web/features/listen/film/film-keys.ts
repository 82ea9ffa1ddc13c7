/** What keys ask of the picture at hand. */
interface FilmActs {
  readonly step: (by: 1 | -1) => void;
  readonly still: () => void;
}

let atHand: FilmActs | undefined;

/** The picture that is shown takes the keys. @returns what lets go of them. */
export function onFilmKeys(acts: FilmActs): () => void {
  atHand = acts;
  return () => {
    if (atHand === acts) atHand = undefined;
  };
}

export function stepFilm(by: 1 | -1): void {
  atHand?.step(by);
}

export function keepStill(): void {
  atHand?.still();
}
