export { cellText } from './cell-text.ts';
export { choice, field, type Field, type Quantity, valueAt } from './field.ts';
export { parseSides, parseSpan, readFields, spanText, type Texts, writeFields } from './text.ts';
