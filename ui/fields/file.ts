import type { Problem } from '@/core/consignment/outcome';

/** What is larger is no list, forecast or consignment; the server says the same. */
export const LARGEST_FILE = 3_000_000;

export const tooLarge = (file: File): Problem[] => [
  {
    path: 'file',
    message: `This file has ${(file.size / 1e6).toFixed(0)} MB; 3 MB is the most that is read. Nothing was changed.`,
  },
];
