export type Action =
  | "undo"
  | "redo"
  | "save"
  | "print"
  | "offer"
  | "detail"
  | "history"
  | "file"
  | "archive"
  | "svg"
  | "dxf"
  | "json"
  | "keys";
