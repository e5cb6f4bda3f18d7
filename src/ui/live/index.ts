export { LiveText } from './LiveText';
export { writeText } from './writeText';
