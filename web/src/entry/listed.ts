/** The parts of a list as it is typed. In metric jobs a comma before a digit is a decimal comma. */
export const listed = (text: string, units: string) =>
  text
    .split(units === "metric" ? /;|,(?!\d)/ : /[;,]/)
    .map((part) => part.trim())
    .filter(Boolean);
