/** The log in a package. */
export const LOG_NAME = 'log.csv';
/** What is said of it there. */
export const ABOUT_NAME = 'log.json';
/** And what everything of a garage says of itself. */
export const GARAGE_ABOUT_NAME = 'garage.json';
