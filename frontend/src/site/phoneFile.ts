/** What a phone holds that the program does not have, as a file for the desk: JSON, pictures in base64. Written by the phone, read by the
 * desk. */
export interface PhoneFile {
  format: "elm-cover phone";
  version: 1;
  /** The name this phone's database writes under. */
  device: string;
  written_at: string;
  /** Entries as they are sent. */
  jobs: { job: string; entries: object[] }[];
  photos: FilePhoto[];
}

/** said: what its entry says of when and on which day it was taken. */
export interface FilePhoto {
  id: string;
  job: string;
  at: string;
  of?: string;
  said?: object;
  type: string;
  base64: string;
}
