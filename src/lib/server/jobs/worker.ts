import { jobs } from './jobs';

/** A thread of the pool: does one job at a time. */
export default ({ name, input }: { name: keyof typeof jobs; input: never }): unknown => jobs[name](input);
