import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import PDFDocument from 'pdfkit';
import { create as qrOf } from 'qrcode';

// Pages for paper: black on white, the application's own letters, legible without colour.

const require = createRequire(import.meta.url);
const fontFile = (family: string, weight: number): string =>
  join(
    dirname(require.resolve(`@fontsource/${family}/package.json`)),
    `files/${family}-latin-${weight}-normal.woff`,
  );
const MARGIN = 48;
const INK = '#000000';
const SOFT = '#444444';
const LINE = '#999999';

/** The letters that ship have no lowered digits: NO3 instead of boxes. */
const plainDigits = (text: string): string =>
  text.replaceAll(/[\u2080-\u2089]/g, (digit) => String(digit.charCodeAt(0) - 0x2080));

export interface Said {
  size?: number;
  font?: 'plain' | 'bold' | 'head';
  soft?: boolean;
  indent?: number;
  gap?: number;
}

/** A document that grows line by line and breaks its pages by itself. */
export class Page {
  readonly doc: PDFKit.PDFDocument;
  private readonly chunks: Buffer[] = [];
  private readonly ended: Promise<Buffer>;

  /**
   * @param foot what stands under every page, before its number
   * @param pageWord that number in the language of the paper
   */
  constructor(
    title: string,
    foot: string,
    pageWord = (page: number, of: number): string => `page ${page} of ${of}`,
  ) {
    this.doc = new PDFDocument({
      size: 'A4',
      margin: MARGIN,
      bufferPages: true,
      info: { Title: title, Producer: 'Jondrel', Creator: 'Jondrel' },
    });
    this.doc.registerFont('plain', fontFile('public-sans', 400));
    this.doc.registerFont('bold', fontFile('public-sans', 700));
    this.doc.registerFont('head', fontFile('archivo', 700));
    this.doc.on('data', (chunk: Buffer) => this.chunks.push(chunk));
    this.ended = new Promise((resolve, reject) => {
      this.doc.on('end', () => resolve(Buffer.concat(this.chunks)));
      this.doc.on('error', reject);
    });
    this.foot = foot;
    this.pageWord = pageWord;
  }
  private readonly foot: string;
  private readonly pageWord: (page: number, of: number) => string;

  get width(): number {
    return this.doc.page.width - 2 * MARGIN;
  }
  get left(): number {
    return MARGIN;
  }
  /** A new page where less than so much is left. */
  need(height: number): void {
    if (this.doc.y + height > this.doc.page.height - MARGIN - 20) this.doc.addPage();
  }
  say(said: string, { size = 10, font = 'plain', soft = false, indent = 0, gap = 3 }: Said = {}): void {
    const text = plainDigits(said);
    const width = this.width - indent;
    this.doc.font(font).fontSize(size);
    this.need(this.doc.heightOfString(text, { width }));
    this.doc
      .fillColor(soft ? SOFT : INK)
      .text(text, this.left + indent, this.doc.y, { width })
      .fillColor(INK);
    this.doc.y += gap;
  }
  heading(text: string): void {
    this.need(48);
    this.doc.y += 8;
    this.rule(1.2, INK);
    this.doc.y += 5;
    this.say(text, { size: 13, font: 'head', gap: 4 });
  }
  rule(width = 0.5, colour = LINE): void {
    this.doc
      .lineWidth(width)
      .strokeColor(colour)
      .moveTo(this.left, this.doc.y)
      .lineTo(this.left + this.width, this.doc.y)
      .stroke();
  }
  /** Words side by side, each in its share of the width; the row is as high as the highest. */
  row(said: readonly { text: string; share: number; font?: Said['font']; soft?: boolean }[]): void {
    const cells = said.map((cell) => ({ ...cell, text: plainDigits(cell.text) }));
    const height = Math.max(
      ...cells.map(({ text, share, font = 'plain' }) =>
        this.doc
          .font(font)
          .fontSize(10)
          .heightOfString(text || ' ', { width: this.width * share - 8 }),
      ),
    );
    this.need(height + 8);
    const top = this.doc.y + 3;
    let x = this.left;
    for (const { text, share, font = 'plain', soft = false } of cells) {
      this.doc
        .font(font)
        .fontSize(10)
        .fillColor(soft ? SOFT : INK)
        .text(text, x, top, { width: this.width * share - 8 });
      x += this.width * share;
    }
    this.doc.fillColor(INK);
    this.doc.y = top + height + 4;
    this.rule();
  }
  /** A square to be ticked by hand. */
  box(x: number, y: number, size = 10): void {
    this.doc.lineWidth(0.8).strokeColor(INK).rect(x, y, size, size).stroke();
  }
  /** A QR code with its corner at a point. */
  qr(text: string, x: number, y: number, size: number): void {
    const { modules } = qrOf(text, { errorCorrectionLevel: 'M' });
    const step = size / modules.size;
    for (let row = 0; row < modules.size; row++)
      for (let column = 0; column < modules.size; column++)
        if (modules.get(row, column)) this.doc.rect(x + column * step, y + row * step, step, step);
    this.doc.fill(INK);
  }
  /** Closes the document, with what stands under every page. */
  async end(): Promise<Buffer> {
    const { start, count } = this.doc.bufferedPageRange();
    for (let i = start; i < start + count; i++) {
      this.doc.switchToPage(i);
      // below the margin: the document must not break the page for it
      const bottom = this.doc.page.margins.bottom;
      this.doc.page.margins.bottom = 0;
      this.doc
        .font('plain')
        .fontSize(8)
        .fillColor(SOFT)
        .text(`${this.foot}, ${this.pageWord(i + 1, count)}`, this.left, this.doc.page.height - MARGIN + 6, {
          width: this.width,
          lineBreak: false,
        });
      this.doc.page.margins.bottom = bottom;
    }
    this.doc.end();
    return this.ended;
  }
}
