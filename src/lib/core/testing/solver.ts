import createHighs from 'highs';

/** The solver of linear and integer programs, loaded once for a test file. */
export const solver = await createHighs();
