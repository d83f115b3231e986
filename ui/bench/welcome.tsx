import { ButtonLink } from '@/ui/kit/button';

/** An empty house. */
export function Welcome() {
  return (
    <div className="mx-auto max-w-[720px] px-6 py-16">
      <h1 className="text-46 font-extrabold" style={{ fontStretch: '80%' }}>
        Welcome to your bench
      </h1>
      <p className="mt-4 text-16">
        Enter which fish go where and when. Kindly Crate plans fasting, bags, heat and box, and says how many hours of
        delay each bag can take, and why.
      </p>
      <ol className="my-6 space-y-2 text-15">
        <li>
          <b>Order</b>: animals, receiver, service, drop-off.
        </li>
        <li>
          <b>Look</b>: every bag hour by hour, and what fails first.
        </li>
        <li>
          <b>Pack and send</b>: a list in working order, with wet hands.
        </li>
        <li>
          <b>Receive</b>: methods compared on measured water, a timed run, four weeks of quarantine.
        </li>
      </ol>
      <ButtonLink href="/consignments/new" tone="hands" wet>
        Make the first shipment
      </ButtonLink>
      <p className="mt-3">
        <ButtonLink href="/quick" wet>
          Quick answer: how much water, and how long is it safe?
        </ButtonLink>
      </p>
      <p className="note mt-6">
        It is a planning aid, not a guarantee and not veterinary advice. Your data stay in one folder on this machine.
      </p>
    </div>
  );
}
