/// <reference lib="webworker" />
import { answerMechanics } from './answer-mechanics';
import { serve } from './serve';

serve(answerMechanics);
