/** Where the 1:1 template of these recipes is; the crew's technique and the reader's unit go with it. */
export function templateAddress(recipes: string[], kind: 'pdf' | 'svg', more: Record<string, string | undefined> = {}): string {
  const query = new URLSearchParams({ recipes: recipes.join(',') });
  for (const [name, value] of Object.entries(more)) if (value) query.set(name, value);
  return `/api/v1/recipes/template.${kind}?${query.toString()}`;
}
