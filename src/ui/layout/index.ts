export { Card } from './Card';
export { Message } from './Message';
export { Page } from './Page';
export { StateMark, type MarkTone } from './StateMark';
export { useWide, WIDE_FROM } from './useWide';
