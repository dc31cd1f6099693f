/** Of the library that finds and reads coded squares, what is called; and of its poses what ours are checked against. */
declare module 'js-aruco2/src/aruco.js' {
  interface Marker {
    readonly id: number;
    readonly hammingDistance: number;
    /** Clockwise as it is seen, from the corner that is the top left of the code. */
    readonly corners: readonly { readonly x: number; readonly y: number }[];
  }
  const aruco: {
    readonly AR: {
      readonly Detector: new (o: { dictionaryName: string; maxHammingDistance: number }) => {
        detectImage(width: number, height: number, rgba: Uint8ClampedArray): Marker[];
      };
      /** Each code's cells, row by row, as a text of 0 and 1. */
      readonly Dictionary: new (name: string) => { readonly codeList: readonly string[]; readonly nBits: number };
    };
  };
  export default aruco;
}
declare module 'js-aruco2/src/posit1' {
  export const POS: {
    Posit: new (
      modelSizeMm: number,
      focalPx: number,
    ) => {
      pose(points: readonly { x: number; y: number }[]): {
        readonly bestTranslation: readonly number[];
        readonly alternativeTranslation: readonly number[];
      };
    };
  };
}
