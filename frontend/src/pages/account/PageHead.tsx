import { Link } from "react-router";
import { AccountMenu } from "./AccountMenu";
import { Brand } from "./Brand";

/** The head of a page beside the shelf. */
export function PageHead({ here }: { here: string }) {
  return (
    <header className="top-bar">
      <Brand />
      <nav className="pages" aria-label="Pages">
        <Link to="/">Shelf</Link>
        <Link to="/calendar">Calendar</Link>
        <Link to="/papers">Papers</Link>
      </nav>
      <h1 className="hidden">{here}</h1>
      <span className="grow" />
      <AccountMenu />
    </header>
  );
}
