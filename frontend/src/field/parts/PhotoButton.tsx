import { useRef } from "react";
import type { Field } from "../useField";

/** A picture from the camera, kept here until it is sent. */
export function PhotoButton({ field, of }: { field: Field; of?: string }) {
  const input = useRef<HTMLInputElement>(null);
  const waiting = field.photos.filter((photo) => photo.refused === undefined).length;
  return (
    <>
      <button type="button" onClick={() => input.current?.click()}>
        Photo{waiting ? ` (${waiting} kept here)` : ""}
      </button>
      <input
        ref={input}
        type="file"
        accept="image/*"
        capture="environment"
        hidden
        aria-label="Photo"
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = "";
          if (file) void field.photo(file, of);
        }}
      />
    </>
  );
}
