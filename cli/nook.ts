import { run } from './run';

// A reader that has seen enough, such as head, closes the pipe: nothing went wrong.
process.stdout.on('error', (error: NodeJS.ErrnoException) => {
	if (error.code !== 'EPIPE') throw error;
});

// process.exit would cut off output still on its way into a pipe.
run(process.argv.slice(2), { out: (text) => process.stdout.write(text), err: (text) => process.stderr.write(text) }).then((code) => {
	process.exitCode = code;
});
