/** A length without its unit: the job's own goes without saying. */
export const bare = (length = "") => length.replace(/ (in|mm)$/, "");
