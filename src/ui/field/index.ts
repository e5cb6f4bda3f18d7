export { ChoiceField } from './ChoiceField';
export { FieldFrame, sourceColour } from './FieldFrame';
export { FieldSheets, type FieldSheet } from './FieldSheets';
export { HelpSheet } from './HelpSheet';
export { QuantityField, readTyped } from './QuantityField';
export { SourceSheet } from './SourceSheet';
export { TextBox } from './TextBox';
export { NumberBox, type NumberBoxInfo } from './NumberBox';
