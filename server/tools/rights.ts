import { writeFileSync } from 'node:fs';
import { rightsDoc } from '../src/people/rightsDoc.ts';

/** npm run rights: writes docs/rights.md anew. */
writeFileSync(new URL('../../docs/rights.md', import.meta.url), rightsDoc());
