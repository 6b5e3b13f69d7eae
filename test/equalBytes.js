// Jest compares bytes element by element: for the pictures of a demo that takes seconds.
const isBytes = (value) => Object.prototype.toString.call(value) === '[object Uint8Array]';
expect.addEqualityTesters([
  (one, other) => (isBytes(one) && isBytes(other) ? Buffer.from(one).equals(Buffer.from(other)) : undefined),
]);
