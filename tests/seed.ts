import fc from 'fast-check';

/** Property tests draw the same cases on every machine; KINDLY_SEED draws others. A failure prints its seed. */
fc.configureGlobal({ seed: Number(process.env.KINDLY_SEED ?? 20261125) });
