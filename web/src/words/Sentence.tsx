/** A sentence of the server's without its marks. */
export const plain = (text: string): string => text.replaceAll("**", "");

/** A sentence of the server's with its figures in bold. */
export function Sentence({ text }: { text: string }) {
  return <>{text.split("**").map((part, i) => (i % 2 === 1 ? <b key={i}>{part}</b> : <span key={i}>{part}</span>))}</>;
}
