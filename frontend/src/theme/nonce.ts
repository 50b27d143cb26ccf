/** The nonce that the content policy of this page allows for style elements. */
export const styleNonce = document.querySelector<HTMLMetaElement>('meta[name="style-nonce"]')?.content ?? "";
