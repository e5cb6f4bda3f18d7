import jsep from 'jsep';

/** The tree of an expression. @throws Error with the index where it is none. */
export const parseExpression = (text: string): unknown => jsep(text);
