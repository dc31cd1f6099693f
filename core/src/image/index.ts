export * from './homography';
export { focalOf, poseOf, refined, rotationOf, turnOf, type Camera, type Pose } from './pose';
export { relativeMotion, type FilmFrame, type MotionDoubt, type RelativeMotion, type TwoCards } from './film';
export { FILM_METHOD, playOfFilm, type FilmPlay, type Rest } from './film-play';
export { greyAt, lineThrough, meet, squareIn, type Grey, type Line, type Square } from './edge';
