import { useDocument, usePlanned } from "../state/context";

/** What the plan has to say about one field, at its place: flags whose field begins with this path. */
export function FieldFlags({ path, section }: { path: string; section?: boolean }) {
  const { section: open } = useDocument();
  const { plan } = usePlanned();
  const found = plan?.flags.filter(
    (flag) => flag.field?.startsWith(path) && (!section || flag.section === open.id || flag.section === null),
  );
  if (!found?.length) return null;
  return (
    <div className="field-flags">
      {found.map((flag) => (
        <p key={flag.code + flag.text} className={`at-place ${flag.level}`} data-code={flag.code}>
          {flag.text} <span className="next">{flag.what_to_do}</span>
        </p>
      ))}
    </div>
  );
}
