import type { Attachment } from './part.ts';

/**
 * How a conductor is held, in the fewest words: `M8`, `1.5–6 mm²`, `tab 6.3 mm`.
 * @example
 * attachmentText({ kind: 'stud', diameterMm: 8, palmWidthMaxMm: 30 }); // 'M8'
 */
export function attachmentText(attachment: Attachment): string {
  switch (attachment.kind) {
    case 'stud':
      return `M${attachment.diameterMm}`;
    case 'clamp':
      return `${attachment.minMm2}–${attachment.maxMm2} mm²`;
    case 'tab':
      return `tab ${attachment.widthMm} mm`;
    case 'contact':
      return `contact ${attachment.contactA} A`;
    case 'socket':
      return `socket ${attachment.plug}`;
    case 'cap':
      return 'capped end';
    default:
      return `lead ${attachment.areaMm2} mm²`;
  }
}
