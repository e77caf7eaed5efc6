/** A length as it is read out, with true fractions. */
export function Len({ text, className = "" }: { text: string; className?: string }) {
  return <span className={`len ${className}`}>{text.replace(/^-/, "−").replace(/ (in|mm)$/, "")}</span>;
}
