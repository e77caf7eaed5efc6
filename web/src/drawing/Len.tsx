import { bare } from "../entry/bare";

// a thin space keeps the minus out of a fraction that stands alone
const said = (text: string) =>
  bare(text)
    .replace(/^-(?=\d+\/)/, "−\u2009")
    .replace(/^-/, "−");

/** A length as it is read out, with true fractions. */
export function Len({ text, className = "" }: { text: string; className?: string }) {
  return <span className={`len ${className}`}>{said(text)}</span>;
}

/** A sentence with its fractions set as such. */
export function Said({ text }: { text: string }) {
  return (
    <>
      {text.split(/((?:\d+ )?\d+\/\d+)/).map((part, i) =>
        i % 2 ? (
          // biome-ignore lint/suspicious/noArrayIndexKey: parts of a sentence have nothing of their own
          <Len key={i} text={part} />
        ) : (
          part
        ),
      )}
    </>
  );
}
