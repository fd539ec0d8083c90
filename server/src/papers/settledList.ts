import type { Dossier } from '@ombrik/core/dossier';
import { isOpen } from '@ombrik/core/findings/settled';
import { heading, paragraph } from './paper.ts';

/** What is open on a board, and what somebody lets stand and why: whoever holds the paper has to know both. */
export function settledList(doc: PDFKit.PDFDocument, { findings }: Pick<Dossier, 'findings'>): void {
  const open = findings.filter(isOpen);
  const stands = findings.filter((f) => f.accepted?.holds);
  if (open.length + stands.length === 0) return;
  if (stands.length > 0) {
    heading(doc, 'Let stand');
    for (const f of stands) paragraph(doc, `${f.says}. ${f.accepted!.who}, ${f.accepted!.on}: ${f.accepted!.reason}`);
  }
  if (open.length > 0) {
    heading(doc, 'Open when this was printed');
    for (const f of open) paragraph(doc, `${f.severity === 'stop' ? 'STOP: ' : ''}${f.says}`);
  }
}
