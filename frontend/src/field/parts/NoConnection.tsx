import { at } from "../../site/base";

/** Where the program made its own certificate, a lost trust looks like a lost connection: where to see which it is. */
export function NoConnection({ own }: { own: boolean }) {
  if (!own) return null;
  return (
    <>
      {" "}
      Or the certificate is no longer trusted:{" "}
      <a className="link" href={doorOf(location)}>
        look whether it is
      </a>
      .
    </>
  );
}

/** The page that is there without TLS, at the same port. */
export const doorOf = ({ host }: { host: string }) => `http://${host}${at("/door/")}`;
