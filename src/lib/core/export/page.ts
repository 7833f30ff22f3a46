import { rgb, type PDFDocument, type PDFFont, type PDFPage } from 'pdf-lib';
import { printable } from './letters';

/** A4 in PDF points, and its margin. */
export const [WIDE, HIGH, MARGIN] = [595.28, 841.89, 42];
export const INK = rgb(0.1, 0.09, 0.08);
export const PALE = rgb(0.45, 0.43, 0.4);

/** A page with a pen that moves down it. */
export class Sheet {
	page!: PDFPage;
	y = 0;
	constructor(
		private readonly document: PDFDocument,
		private readonly plain: PDFFont,
		private readonly bold: PDFFont
	) {
		this.turnOver();
	}
	turnOver() {
		this.page = this.document.addPage([WIDE, HIGH]);
		this.y = HIGH - MARGIN;
	}
	need(height: number) {
		if (this.y - height < MARGIN) this.turnOver();
	}
	text(words: string, x: number, size: number, bold = false, color = INK) {
		this.page.drawText(printable(words), { x, y: this.y, size, font: bold ? this.bold : this.plain, color });
	}
	/** Text in as many lines as it needs between an indent and the right margin. */
	wrapped(words: string, size: number, indent = 0) {
		const room = WIDE - 2 * MARGIN - indent;
		let line = '';
		const put = () => {
			this.need(size * 1.45);
			this.y -= size * 1.35;
			this.text(line, MARGIN + indent, size);
		};
		for (const word of words.split(' ')) {
			const longer = line ? `${line} ${word}` : word;
			if (line && this.widthOf(longer, size) > room) {
				put();
				line = word;
			} else line = longer;
		}
		put();
	}
	widthOf(words: string, size: number, bold = false): number {
		return (bold ? this.bold : this.plain).widthOfTextAtSize(printable(words), size);
	}
	line(words: string, size: number, bold = false) {
		this.need(size * 1.6);
		this.y -= size * 1.45;
		this.text(words, MARGIN, size, bold);
	}
}
