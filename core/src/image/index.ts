export * from './homography';
export { focalOf, poseOf, refined, rotationOf, turnOf, type Camera, type Pose } from './pose';
export type { FilmFrame, TwoCards } from './bundle';
export { relativeMotion, type MotionDoubt, type RelativeMotion } from './film';
export { FILM_METHOD, playOfFilm, type FilmPlay, type Rest } from './film-play';
export { greyAt, lineThrough, meet, squareIn, type Grey, type Line, type Square } from './edge';
