import { Button } from '@/ui/kit/button';

/** Shown where a page was asked for without network that this phone has not kept. */
export default function OfflinePage() {
  return (
    <section className="work min-h-[60vh]">
      <h1 className="mt-10 text-34">No network</h1>
      <p className="mt-3 max-w-[640px] text-18">
        This page is not stored on this phone. The Bench and every run opened here still work: presses are kept with
        their time and sent when the network is back.
      </p>
      {/* A form leads there whole: without network the router of the page cannot. */}
      <form className="mt-5" action="/">
        <Button tone="go" wet>
          To the Bench
        </Button>
      </form>
    </section>
  );
}
