import { useDocument, usePlanned, useView } from "../state/context";
import { useFirm } from "../state/useFirm";
import { Part } from "../ui/Part";
import { Pick } from "../ui/Pick";

/** Where the trade differs, told fairly at the decision it belongs to; the house rule stands on paper. */
export function Opinions({ at }: { at: string }) {
  const { document, job } = useDocument();
  const { plan } = usePlanned();
  const { lists } = useView();
  const { firm, keep, said } = useFirm();
  const here = lists.opinions.filter((o) => o.stands_at === at && plan?.opinions.includes(o.id));
  if (!here.length) return null;
  return (
    <Part title="Opinions differ" aside="your house rule goes on paper">
      {here.map((opinion) => {
        const rule = document.house_rules?.[opinion.id];
        const firms = firm?.house_rules?.[opinion.id];
        return (
          <div className="card" key={opinion.id}>
            <b>{opinion.title}</b>
            {opinion.sides.map((side) => (
              <p key={side.id}>
                <b>{side.title}:</b> {side.says}
              </p>
            ))}
            <Pick<string>
              label="House rule on this job"
              value={rule ?? "none"}
              options={[
                { value: "none", label: "none" },
                ...opinion.sides.map((side) => ({ value: side.id, label: side.title })),
              ]}
              onValue={(to) =>
                job.edit("a house rule", (d) => {
                  const rules = { ...d.house_rules };
                  if (to === "none") delete rules[opinion.id];
                  else rules[opinion.id] = to;
                  d.house_rules = rules;
                })
              }
            />
            {keep && rule && rule !== firms ? (
              <button
                type="button"
                className="link"
                onClick={() => void keep((f) => ({ ...f, house_rules: { ...f.house_rules, [opinion.id]: rule } }))}
              >
                Keep it as the firm's rule
              </button>
            ) : null}
            {rule && rule === firms ? <p className="soft">The firm's rule.</p> : null}
          </div>
        );
      })}
      {said ? (
        <p className="note" role="status">
          {said}
        </p>
      ) : null}
    </Part>
  );
}
