import { at } from "../../site/base";

/** Whose page it is. */
export const Brand = () => (
  <span className="brand">
    <img src={at("/favicon.svg")} alt="" width="22" height="22" /> <b>Elm Cover</b>
  </span>
);
