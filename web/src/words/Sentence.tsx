/** A sentence of the server's with its figures in bold. */
export function Sentence({ text }: { text: string }) {
  return (
    <>
      {text.split("**").map((part, i) =>
        // biome-ignore lint/suspicious/noArrayIndexKey: the parts of one sentence never move
        i % 2 === 1 ? <b key={i}>{part}</b> : <span key={i}>{part}</span>,
      )}
    </>
  );
}
