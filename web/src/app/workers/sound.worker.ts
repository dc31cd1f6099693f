/// <reference lib="webworker" />
import { answerSound } from './answer-sound';
import { serve } from './serve';

serve(answerSound);
