import { inject } from 'vitest';

/** The address of the application that the test files of this worker share, one after another. */
export const address = inject('addresses')[Number(process.env['VITEST_POOL_ID']) - 1]!;
