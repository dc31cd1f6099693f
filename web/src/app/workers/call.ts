import { proxy, type Remote } from 'comlink';
import { Observable } from 'rxjs';
import type { Work } from './work';

let asked = 0;

/** A typed call to a worker: answers as they come, then the end. Unsubscribing calls it off. */
export function call<Q, A>(worker: Remote<Work<Q, A>> | Work<Q, A>, question: Q): Observable<A> {
  return new Observable((out) => {
    const id = ++asked;
    const remote = worker as Work<Q, A>;
    let ended = false;
    const end = (how: () => void) => {
      ended = true;
      how();
    };
    remote
      .ask(
        id,
        question,
        proxy((a: A) => out.next(a)),
      )
      .then(
        () => end(() => out.complete()),
        (e: unknown) => end(() => out.error(e)),
      );
    return () => {
      if (!ended) void remote.callOff(id);
    };
  });
}
