export { cellText } from './cell-text.ts';
export { choice, field, type Field, type Quantity, valueAt } from './field.ts';
export { parseSides, parseSpan, readQuantity, spanText, writeQuantity } from './codecs.ts';
export { readFields, type Texts, writeFields } from './text.ts';
