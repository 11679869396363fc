/** Writing of one line: `%%` begins a code and `^` a control sign, so both are written as codes of their own. */
export const lineText = (text: string): string => text.replace(/%(?=%)|(?<=%)%/g, '%%%').replaceAll('^', '^ ')

/** Writing of several lines: backslashes and braces are its formatting. */
export const linesText = (text: string): string =>
  lineText(text.replace(/[\\{}]/g, (sign) => `\\${sign}`)).replace(/\r?\n/g, '\\P')
