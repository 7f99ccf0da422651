import { pathToFileURL } from 'node:url';
import { bundle } from './bundle.js';

/** Runs a script that is written in TypeScript: `node test/running/script.js FILE [what it is told]`. */
const [file, ...told] = process.argv.slice(2);
if (file === undefined) throw new Error('say which script');
const [built = ''] = await bundle([file], `script-${process.pid}`);
process.argv = [process.argv[0] ?? 'node', built, ...told];
await import(pathToFileURL(built).href);
