/// <reference lib="webworker" />
import { answerFilm } from './answer-film';
import { serve } from './serve';

serve(answerFilm);
