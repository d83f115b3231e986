/** Shown where a page was asked for without network that this phone has not kept. */
export default function OfflinePage() {
  return (
    <section className="work min-h-[60vh]">
      <h1 className="mt-10 text-34">No network</h1>
      <p className="mt-3 max-w-[640px] text-18">
        This page is not kept on this phone. The Bench, and every run and packing list that was open here, are: what you
        press there waits with its time, and is sent in order once the network is back.
      </p>
      <p className="mt-5 flex flex-wrap gap-3">
        {/* Whole pages: without network there is nothing else to lead there. */}
        {/* eslint-disable-next-line @next/next/no-html-link-for-pages */}
        <a className="btn go wet" href="/">
          To the Bench
        </a>
      </p>
    </section>
  );
}
