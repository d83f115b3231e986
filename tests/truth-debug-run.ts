import { oneSeed } from './truth-debug';
for (let s = 1; s <= Number(process.argv[2]); s++) oneSeed(s);
