import { Link } from "react-router";

export function NotFound() {
  return (
    <main className="plain">
      <h1>Nothing here</h1>
      <p>
        There is no screen at this address. <Link to="/">Go to the shelf of jobs.</Link>
      </p>
    </main>
  );
}
