export { LiveText } from './LiveText';
export { writeText } from './writeText';
export { LiveCanvas } from './LiveCanvas';
export { livePen, type LivePen, type LiveSize } from './livePen';
export { baselineIn, drawFigures, fitted } from './figures';
export { LiveLine } from './LiveLine';
