import { create } from 'qrcode';

/**
 * Draws a QR code (ISO/IEC 18004) as vector squares, with its quiet zone inside the size given.
 * @param sizePt side of the whole square, points
 */
export function drawQr(doc: PDFKit.PDFDocument, text: string, x: number, y: number, sizePt: number): void {
  const { modules } = create(text, { errorCorrectionLevel: 'M' });
  // Four modules of white on every side.
  const step = sizePt / (modules.size + 8);
  doc.save().fillColor('#000000');
  for (let row = 0; row < modules.size; row++)
    for (let col = 0; col < modules.size; col++)
      if (modules.get(row, col)) doc.rect(x + (col + 4) * step, y + (row + 4) * step, step + 0.01, step + 0.01);
  doc.fill().restore();
}
