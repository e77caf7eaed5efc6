// a thin space keeps the minus out of a fraction that stands alone
const said = (text: string) =>
  text
    .replace(/ (in|mm)$/, "")
    .replace(/^-(?=\d+\/)/, "−\u2009")
    .replace(/^-/, "−");

/** A length as it is read out, with true fractions. */
export function Len({ text, className = "" }: { text: string; className?: string }) {
  return <span className={`len ${className}`}>{said(text)}</span>;
}
