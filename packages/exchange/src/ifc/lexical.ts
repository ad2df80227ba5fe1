// The form of a file, judged before a parser that trusts it is let near. ISO 10303-21, 5 to 10.

const code = (c: string): number => c.charCodeAt(0);
const [SPACE, QUOTE, BINARY, HASH, DOLLAR, STAR, OPEN, CLOSE, COMMA, SEMI, EQUALS, DOT, PLUS, MINUS, SLASH, BANG, UNDER] =
  Array.from(' \'"#$*(),;=.+-/!_', code) as [
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
  ];
const isDigit = (c: number): boolean => c >= 48 && c <= 57;
const isLetter = (c: number): boolean => (c >= 65 && c <= 90) || (c >= 97 && c <= 122) || c === UNDER;
const isWord = (c: number): boolean => isLetter(c) || isDigit(c);

const HEAD = 'ISO-10303-21;';
const END = 'END-ISO-10303-21;';
/** Deepest nesting of lists. */
const DEEPEST = 64;

/** Number of the line at which a file stops being one in this form; 0 for a file that is whole. */
export function brokenAt(bytes: Uint8Array): number {
  const start = skip(bytes, 0);
  const end = lastOf(bytes);
  if (!says(bytes, start, HEAD)) return 1;
  if (end < start + HEAD.length || !says(bytes, end, END)) return lineOf(bytes, bytes.length);
  for (let at = skip(bytes, start + HEAD.length); at < end;) {
    const next = statement(bytes, at, end);
    if (next < 0) return lineOf(bytes, -next);
    at = skip(bytes, next);
  }
  return 0;
}

function says(bytes: Uint8Array, at: number, text: string): boolean {
  for (let i = 0; i < text.length; i += 1) if (bytes[at + i] !== text.charCodeAt(i)) return false;
  return true;
}
/** Where the last statement would begin. */
function lastOf(bytes: Uint8Array): number {
  let at = bytes.length;
  while (at > 0 && bytes[at - 1]! <= SPACE) at -= 1;
  return at - END.length;
}
function lineOf(bytes: Uint8Array, at: number): number {
  let line = 1;
  for (let i = 0; i < at; i += 1) if (bytes[i] === 10) line += 1;
  return line;
}
/** The next place that is no space and no remark. */
function skip(b: Uint8Array, from: number): number {
  let i = from;
  for (;;) {
    while (i < b.length && b[i]! <= SPACE) i += 1;
    if (b[i] !== SLASH || b[i + 1] !== STAR) return i;
    i += 2;
    while (i < b.length && (b[i] !== STAR || b[i + 1] !== SLASH)) i += 1;
    i += 2;
  }
}
function word(b: Uint8Array, at: number): number {
  let i = b[at] === BANG ? at + 1 : at;
  if (!isLetter(b[i]!)) return -at - 1;
  while (isWord(b[i]!)) i += 1;
  return i;
}

/** The place behind a statement; negative where it is broken. */
function statement(b: Uint8Array, from: number, end: number): number {
  let i = from;
  let complex = false;
  if (b[i] === HASH) {
    i = reference(b, i);
    if (i < 0) return i;
    i = skip(b, i);
    if (b[i] !== EQUALS) return -i - 1;
    i = skip(b, i + 1);
    complex = b[i] === OPEN;
  }
  if (complex) {
    // Several parts in brackets, each a word and its list.
    i = skip(b, i + 1);
    while (b[i] !== CLOSE) {
      i = call(b, i, end);
      if (i < 0) return i;
      i = skip(b, i);
    }
    i += 1;
  } else {
    const name = word(b, i);
    if (name < 0) return name;
    i = skip(b, name);
    if (b[i] === OPEN) {
      i = values(b, i, end);
      if (i < 0) return i;
    }
  }
  i = skip(b, i);
  return b[i] === SEMI && i < end ? i + 1 : -i - 1;
}
function call(b: Uint8Array, from: number, end: number): number {
  const name = word(b, from);
  if (name < 0) return name;
  const open = skip(b, name);
  return b[open] === OPEN ? values(b, open, end) : -open - 1;
}
function reference(b: Uint8Array, from: number): number {
  let i = from + 1;
  if (!isDigit(b[i]!)) return -i - 1;
  while (isDigit(b[i]!)) i += 1;
  return i;
}

/** The place behind a list in brackets. Not by recursion, so that no nesting is too deep for the stack. */
function values(b: Uint8Array, from: number, end: number): number {
  let depth = 0;
  let wanted = true;
  for (let i = from; ;) {
    i = skip(b, i);
    if (i >= end) return -i - 1;
    const c = b[i]!;
    if (wanted) {
      if (c === OPEN) {
        if (++depth > DEEPEST) return -i - 1;
        i = skip(b, i + 1);
        // An empty list.
        if (b[i] === CLOSE) {
          i += 1;
          if (--depth === 0) return i;
          wanted = false;
        }
        continue;
      }
      const next = value(b, i);
      if (next < 0) return next;
      i = skip(b, next);
      // A word has its list behind it, unless it is said with dots around it.
      wanted = isLetter(c) || c === BANG;
      if (wanted && b[i] !== OPEN) return -i - 1;
    } else if (c === COMMA) {
      wanted = true;
      i += 1;
    } else if (c === CLOSE) {
      i += 1;
      if (--depth === 0) return i;
    } else return -i - 1;
  }
}
/** The place behind one value. */
function value(b: Uint8Array, from: number): number {
  const c = b[from]!;
  if (c === DOLLAR || c === STAR) return from + 1;
  if (c === HASH) return reference(b, from);
  if (c === QUOTE || c === BINARY) return quoted(b, from, c);
  if (c === DOT) {
    const i = word(b, from + 1);
    return i > 0 && b[i] === DOT ? i + 1 : -from - 1;
  }
  if (isLetter(c) || c === BANG) return word(b, from);
  return numeral(b, from);
}
function quoted(b: Uint8Array, from: number, mark: number): number {
  for (let i = from + 1; i < b.length; i += 1)
    if (b[i] === mark) {
      if (mark === BINARY || b[i + 1] !== mark) return i + 1;
      i += 1;
    }
  return -from - 1;
}
function numeral(b: Uint8Array, from: number): number {
  let i = from;
  if (b[i] === PLUS || b[i] === MINUS) i += 1;
  if (!isDigit(b[i]!)) return -i - 1;
  while (isDigit(b[i]!)) i += 1;
  if (b[i] === DOT) {
    i += 1;
    while (isDigit(b[i]!)) i += 1;
  }
  if (b[i] === 69 || b[i] === 101) {
    i += 1;
    if (b[i] === PLUS || b[i] === MINUS) i += 1;
    if (!isDigit(b[i]!)) return -i - 1;
    while (isDigit(b[i]!)) i += 1;
  }
  return i;
}
