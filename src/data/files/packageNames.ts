/** The log in a package. */
export const LOG_NAME = 'log.csv';
/** What is said of it there. */
export const ABOUT_NAME = 'log.json';
