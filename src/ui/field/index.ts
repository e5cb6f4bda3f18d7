export { FieldFrame, sourceColour } from './FieldFrame';
export { HelpSheet } from './HelpSheet';
export { SourceSheet } from './SourceSheet';
export { TextBox } from './TextBox';
