const HALF = /[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/g
/** A text that can be stored anywhere: NULs are left out, halves of letters (lone surrogates) stand as U+FFFD. */
export const wellFormed = (text: string): string => text.replaceAll('\0', '').replace(HALF, '\ufffd')
