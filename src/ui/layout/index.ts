export { BackTitle } from './BackTitle';
export { Card } from './Card';
export { FigureTile } from './FigureTile';
export { LinkRow } from './LinkRow';
export { ListAndDetail } from './ListAndDetail';
export { Message } from './Message';
export { Page } from './Page';
export { StateMark, type MarkTone } from './StateMark';
export { useWide } from './useWide';
