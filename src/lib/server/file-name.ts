/** A name that every file system takes, made from words: `Moth van` becomes `moth-van`. */
export const fileName = (words: string): string =>
	words
		.toLowerCase()
		.replace(/[^a-z0-9]+/g, '-')
		.replace(/^-|-$/g, '') || 'plan';
