/**
 * A log as bytes to be kept: pages of columns, each small and readable by itself.
 * Compression, and where they are kept, is data’s.
 */
export { MOST_DECIMALS, type PageColumn } from './column';
export { pageOf, pageSize, readPage } from './page';
