/** Digits, spaces and a + in front, at least three digits together; nothing is one too: nobody has to be reached that way. */
export const isTelephone = (text: string): boolean => text === '' || (/^[+\d][\d\s()/.-]*$/.test(text) && /\d{3}/.test(text));

/** Something before and after one @; nothing is one too. Whether it is read there only a message shows. */
export const isEmail = (text: string): boolean => text === '' || /^[^\s@]+@[^\s@]+$/.test(text);
