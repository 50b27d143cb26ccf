/** What the two answers about gaps mean: air that stays beneath, or a gap that new fill drops into. */
export function GapsDrawn({ open }: { open: boolean }) {
  const title = open
    ? "Gaps open from above: new fill drops in between the pieces, down to the ceiling."
    : "Air beneath: the old fill bridges over wires and pipes, and new fill lies on it.";
  return (
    <svg className="gaps-drawn" viewBox="0 0 240 74" role="img" aria-label={title}>
      <rect className="board" x="4" y="62" width="232" height="6" />
      {open ? (
        <>
          <path className="new" d="M4 8H236V36H156V62H92V36H4Z" />
          <rect className="old" x="4" y="36" width="88" height="26" />
          <rect className="old" x="156" y="36" width="80" height="26" />
        </>
      ) : (
        <>
          <path className="new" d="M4 8H236V36C200 36 190 18 124 18C58 18 44 36 4 36Z" />
          <path
            className="old"
            d="M4 36C44 36 58 18 124 18C190 18 200 36 236 36V62H206C196 62 182 44 124 44C66 44 52 62 42 62H4Z"
          />
          <circle className="wire" cx="124" cy="53" r="5" />
        </>
      )}
      <text x="120" y="34" textAnchor="middle" className="word">
        {open ? "new fill" : ""}
      </text>
    </svg>
  );
}
