/** Of the library poses are checked against, what the checks call. */
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
