export { LiveText } from './LiveText';
