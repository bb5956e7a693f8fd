import fc from 'fast-check';

/** Names that strangers give: of any signs, halves of characters, controls, and what means something to one format or another. */
export const odd = fc.oneof(
  fc.string({ unit: 'binary', maxLength: 40 }),
  fc.array(fc.constantFrom('\u0000', '\n', '\r\n', '0', ' ', ',', '$&', '<', '&', '"', '\ud83d', '\ude00', '😀', 'ß', '^J', '\\U+0041', '%%c', '|', 'é'), { maxLength: 30 }).map((signs) => signs.join('')), // prettier-ignore
  fc.string({ unit: 'binary', minLength: 100, maxLength: 400 }),
);
