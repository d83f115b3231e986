/** Runs a reporting computation to its end and gives its answer. */
export function runToEnd<T>(work: Generator<unknown, T>): T {
  for (;;) {
    const step = work.next();
    if (step.done) return step.value;
  }
}
