import { createInterface } from 'node:readline/promises';
import { setPassphrase } from '../src/lib/server/access';
import { prepareDataFolder, readSettings } from '../src/lib/server/settings';

/** Asks for a passphrase, or reads it from what is piped in, and keeps it hashed in the data folder. */
async function run() {
	const { dataFolder } = readSettings(process.env);
	prepareDataFolder(dataFolder);
	const lines = createInterface({ input: process.stdin, output: process.stdin.isTTY ? process.stdout : undefined });
	const passphrase = await lines.question(process.stdin.isTTY ? 'Passphrase for this server (at least 12 characters): ' : '');
	lines.close();
	await setPassphrase(dataFolder, passphrase.trim());
	console.log(`Kept, hashed, in ${dataFolder}. Whoever is signed in stays so; sign out everywhere on the first page.`);
}

run().catch((error: Error) => {
	console.error(error.message);
	process.exit(1);
});
