/**
 * The standard PDF fonts know Western European letters only: accents they lack are dropped and other letters become a
 * question mark, so that a name never stops a cut sheet from being printed.
 */
export const printable = (text: string): string =>
	[...text.replace(/[“”]/g, '"').replace(/[’]/g, "'")]
		.map((c) => (c.charCodeAt(0) < 256 ? c : c.normalize('NFD').replace(/[\u0300-\u036f]/g, '')))
		.map((c) => (/^[\x20-\x7e\xa0-\xff]*$/.test(c) ? c : '?'))
		.join('');

/** Text with the characters that XML keeps for itself written as numbers. */
export const escapeXml = (text: string): string => text.replace(/[&<>"']/g, (c) => `&#${c.charCodeAt(0)};`);
