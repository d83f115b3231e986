'use client';

/**
 * A page that asks the server for its new figures while the network is gone would be taken away by the framework: it leaves for
 * the address itself. Such a question waits here until the server answers; going to another page stays as it is.
 */

const AGAIN_MS = 1200;
let patient = false;

const isRefresh = (input: RequestInfo | URL, init?: RequestInit): boolean => {
  const headers = new Headers(init?.headers ?? (input instanceof Request ? input.headers : undefined));
  if (!headers.has('rsc')) return false;
  const url = new URL(input instanceof Request ? input.url : input, window.location.href);
  return url.pathname === window.location.pathname;
};

/** An answer that has come whole: one that breaks off half way would break the page that reads it. */
async function whole(answer: Response): Promise<Response> {
  const body = await answer.arrayBuffer();
  const { status, statusText, headers, url, redirected } = answer;
  const empty = status === 204 || status === 304;
  return Object.defineProperties(new Response(empty ? null : body, { status, statusText, headers }), {
    url: { value: url },
    redirected: { value: redirected },
  });
}

export function bePatient(): void {
  if (patient) return;
  patient = true;
  const ask = window.fetch.bind(window);
  window.fetch = async (input, init) => {
    if (!isRefresh(input, init)) return ask(input, init);
    for (;;)
      try {
        return await whole(await ask(input, init));
      } catch (error) {
        if (init?.signal?.aborted) throw error;
        await new Promise((resolve) => setTimeout(resolve, AGAIN_MS));
      }
  };
}
