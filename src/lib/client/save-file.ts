/** Hands a file to whoever sits at the browser, to be saved under a name. */
export function saveFile(name: string, text: string, type: 'application/json' | 'text/csv'): void {
	const link = document.createElement('a');
	link.href = URL.createObjectURL(new Blob([text], { type }));
	link.download = name;
	link.click();
	// The browser reads it a little later.
	setTimeout(() => URL.revokeObjectURL(link.href), 1000);
}
