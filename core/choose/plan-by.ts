import type { PlanAnswer, ShippingPlan, Question } from './plan';

/** Questions that are out at once: more than threads anywhere, fewer than a queue holds. */
const AT_ONCE = 16;

/** A plan whose questions are answered elsewhere, several at once; `told` hears how many are answered. */
export async function planBy(
  plan: Generator<Question[], ShippingPlan, PlanAnswer[]>,
  ask: (q: Question) => Promise<PlanAnswer>,
  told: (done: number, of: number) => void = () => undefined,
): Promise<ShippingPlan> {
  let step = plan.next();
  let done = 0;
  let of = 0;
  while (!step.done) {
    told(done, (of += step.value.length));
    const questions = step.value;
    const answers: PlanAnswer[] = [];
    let next = 0;
    const one = async (): Promise<void> => {
      while (next < questions.length) {
        const i = next++;
        answers[i] = await ask(questions[i]!);
        told(++done, of);
      }
    };
    await Promise.all(Array.from({ length: AT_ONCE }, one));
    step = plan.next(answers);
  }
  return step.value;
}
