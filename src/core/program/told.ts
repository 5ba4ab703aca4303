/** What a generated program prints when it sets off, and at the end of each move, followed by the move's identifier. */
export const [TOLD_START, TOLD_END] = ['start', 'end '] as const;
