/** An address whose answer says its measures in the view that is on. */
export const inView = (url: string, metric: boolean) => (metric ? `${url}?units=metric` : url);
