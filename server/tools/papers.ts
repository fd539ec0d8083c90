import { writeFileSync } from 'node:fs';
import { papersDoc } from '../src/papers/papersDoc.ts';

/** npm run papers: writes docs/papers.md anew. */
writeFileSync(new URL('../../docs/papers.md', import.meta.url), papersDoc());
