import { collection } from '../../stages/inputs.ts';
import { sizeText } from '../../tables/awg.ts';
import { finding } from '../finding.ts';

/** Circuits found on a rework job that stay, and whose fuse nobody can judge. */
export const surveyUnknown = finding({
  id: 'survey-unknown',
  subject: 'power',
  station: 'power',
  severity: { warn: 'bad practice' },
  protects: 'against a fuse that only seems to match its wire',
  source: 'survey as found: an unknown wire cannot be matched to a fuse',
  limits: {},
  reads: { survey: collection('survey') },
  judge: ({ survey }) =>
    survey
      .filter((f) => f.fate !== 'goes' && (f.conductorMm2 === null || f.fuseA === null))
      .map((f) => ({
        entity: f.id,
        where: { label: f.name },
        says: `${f.name}: cannot confirm the fuse`,
        why: `${f.conductorMm2 === null ? 'conductor size unknown' : sizeText(f.conductorMm2)}, ${f.fuseA === null ? 'fuse unknown' : `${f.fuseA} A fuse`}: measure it, or renew the circuit`,
      })),
});
