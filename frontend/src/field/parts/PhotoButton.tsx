import { useRef } from "react";
import type { Field } from "../useField";

/** A picture from the camera, kept here until it is sent. */
export function PhotoButton({ field, of }: { field: Field; of?: string }) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <button type="button" onClick={() => input.current?.click()}>
        Photo{field.photosWaiting ? ` (${field.photosWaiting} kept here)` : ""}
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
