// Acts in the order in which they were asked for: one begins when those before it have ended.

/** Something to do, as a promise of its answer; and the promise of that in its turn. */
export type InOrder = <T>(act: () => Promise<T>) => Promise<T>;

/** A line of acts. One that fails stops none behind it. */
export function serialQueue(): InOrder {
  let last: Promise<unknown> = Promise.resolve();
  return <T>(act: () => Promise<T>): Promise<T> => {
    const mine = last.then(act, act);
    last = mine;
    return mine;
  };
}
