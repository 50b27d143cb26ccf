import { at } from "../../site/base";

/** To the page that asks for name and password: the desk's, which then leads back here. */
export const SignInLink = () => (
  <a className="link" href={at("/")}>
    Sign in
  </a>
);
