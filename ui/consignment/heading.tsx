import { Term } from '@/ui/kit/term';
import type { Factor } from '@/core/bag/slack';
import type { Severity } from '@/core/concerns/severity';
import { StateMark } from '@/ui/drawings/state-mark';
import { OVER, factorWords, hoursMinutes, slackWords } from '@/ui/format';

export interface HeadingProps {
  code: string;
  line1: React.ReactNode;
  line2: string;
  overall: {
    bagId: string | null;
    factor: Factor | null;
    slackH: number | null;
    worstSlackH: number | null;
    state: 'fine' | 'watch' | 'stop';
  } | null;
  /** The gravest concern: the mark is never green over one that stops or wants hands now. */
  worst: Severity | null;
  problem: string | null;
  /** The slack is of the journey as planned; that of the draws is being computed. */
  oddsFollow: boolean;
  /** The odds, refined while one looks. */
  chance: React.ReactNode;
  actions: React.ReactNode;
}

/** Slack is the answer: the median of the draws large, what fails first, the worst tenth under it. */
export function Heading({ code, line1, line2, overall, worst, problem, oddsFollow, chance, actions }: HeadingProps) {
  const s = overall && overall.slackH !== null ? hoursMinutes(overall.slackH) : null;
  return (
    <section className="chead pb-1.5 max-md:flex-wrap max-md:gap-x-4 max-md:gap-y-1 max-md:py-2">
      <h1>{code}</h1>
      <div className="min-w-0 flex-1 pt-0.5 max-md:order-3 max-md:basis-full">
        <p className="c1">{line1}</p>
        <p className="c2 max-md:line-clamp-2">{line2}</p>
      </div>
      {actions}
      <div
        className="grid justify-items-end pt-1 max-md:order-4 max-md:w-full max-md:justify-items-start"
        role="status"
        data-testid="slack"
      >
        {overall ? (
          <>
            <div
              className="slack-n"
              data-slack-h={overall.slackH ?? 'none'}
              data-worst-h={overall.worstSlackH ?? 'none'}
              data-odds={oddsFollow ? 'follow' : 'told'}
            >
              <span className="mr-3.5 font-head text-15 font-semibold">
                <Term of="margin">Margin</Term>
              </span>
              {s ? (
                <>
                  <span className="num big">
                    {s.sign}
                    {s.h}
                  </span>
                  {'\u00a0'}
                  <span className="u mr-2 !text-14">h</span>
                  <span className="num big">{s.min}</span>
                  {'\u00a0'}
                  <span className="u !text-14">min</span>
                </>
              ) : (
                <span className="num text-28 font-semibold">{OVER}</span>
              )}
            </div>
            <p className="mt-1 flex items-center gap-1.5 text-13 text-ink-2">
              <StateMark
                mark={worst === 'stop' ? 'stop' : worst === 'now' && overall.state === 'fine' ? 'watch' : overall.state}
                size={15}
              />
              {overall.bagId
                ? `Limited by ${factorWords[overall.factor!]} in bag ${overall.bagId}${overall.worstSlackH === overall.slackH ? '' : `; ${slackWords(overall.worstSlackH)} in a bad case (1 trip in 10)`}`
                : 'no limit within two days of delivery'}
            </p>
            {oddsFollow && <p className="text-13 text-ink-2">as planned; odds are being computed …</p>}
            {chance}
          </>
        ) : (
          <p className="flex max-w-[320px] items-center gap-1.5 text-13 text-ink-2">
            <StateMark mark="watch" size={15} />
            {problem}
          </p>
        )}
      </div>
    </section>
  );
}
