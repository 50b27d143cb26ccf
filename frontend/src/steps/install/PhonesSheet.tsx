import { Link, useParams } from "react-router";
import { at } from "../../site/base";
import { useAccount } from "../../state/account";
import { usePlanned } from "../../state/context";
import { Part } from "../../ui/Part";
import { clock } from "./DaySheet";

/** The phone's address, and who wrote last. */
export function PhonesSheet() {
  const { id } = useParams();
  const { run } = usePlanned();
  const contacts = run.answer?.contacts ?? [];
  return (
    <>
      <Part title="On the phone">
        <p className="note">
          Open <a href={at(`/field/${id}`)}>/field/{id?.slice(0, 8)}…</a> on the phone while there is a connection,
          until it says «ready without a connection». Every job of today and tomorrow stands at{" "}
          <a href={at("/field/")}>/field/</a>.
        </p>
      </Part>
      <Part title="Last contacts" aside={contacts.length ? undefined : "none yet"}>
        <ul className="entries">
          {contacts.map((contact) => (
            <li key={contact.device}>
              <span>
                {contact.name}
                {contact.holds ? <b> · holds the count</b> : null}{" "}
                <span className="soft">
                  {new Date(contact.at).toLocaleDateString("en-GB")} {clock(contact.at)}
                </span>
              </span>
            </li>
          ))}
        </ul>
      </Part>
      {useAccount().may("office") ? (
        <p className="note">
          Phones join by a code that is scanned, on the page <Link to="/phones">Phones</Link>.
        </p>
      ) : null}
    </>
  );
}
