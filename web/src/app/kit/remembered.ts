/**
 * A function whose last few answers are kept: for what is worked out anew each time a screen is opened, and hardly
 * ever differs. What is asked last is kept longest.
 * @param key what tells two questions apart
 * @param most answers that are kept
 */
export function remembered<A extends readonly unknown[], T>(
  of: (...asked: A) => T,
  key: (...asked: A) => string,
  most = 6,
): (...asked: A) => T {
  const kept = new Map<string, { readonly answer: T }>();
  return (...asked) => {
    const k = key(...asked);
    const had = kept.get(k) ?? { answer: of(...asked) };
    kept.delete(k);
    kept.set(k, had);
    if (kept.size > most) kept.delete(kept.keys().next().value!);
    return had.answer;
  };
}
