/**
 * What mends a cause that logs show: the edit of the document, or where to look first.
 * Which cause it is lives in logCauses, which computes in workers and knows no document.
 */
export { cylinderProposal } from './cylinderProposal';
export { type Mend, mendOf } from './mend';
