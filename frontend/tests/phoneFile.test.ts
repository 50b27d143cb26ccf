import { expect, test } from "vitest";
import { doorOf } from "../src/field/parts/NoConnection";
import { readPhoneFile } from "../src/pages/phones/handIn";

const SOUND = { format: "elm-cover phone", version: 1, device: "phone-1", written_at: "", jobs: [], photos: [] };

test("only a phone's file is taken, and a newer one is told apart", () => {
  expect(readPhoneFile(JSON.stringify(SOUND)).device).toBe("phone-1");
  for (const text of ["", "[]", "null", "{}", JSON.stringify({ ...SOUND, jobs: 3 })])
    expect(() => readPhoneFile(text)).toThrow("It is no file of a phone");
  expect(() => readPhoneFile(JSON.stringify({ ...SOUND, version: 2 }))).toThrow("newer program (version 2)");
});

test("the door is at the same host and port, without TLS", () => {
  expect(doorOf({ host: "192.168.7.20:8790" })).toBe("http://192.168.7.20:8790/door/");
});
