/** A name as a short id of small letters, digits and dashes, as files and addresses carry it. */
export const idOf = (name: string) =>
  name
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')
    .slice(0, 20);
