import type { Schemas } from '../../api/client';

export type Recipe = Schemas['Recipe'];
export type RecipeFile = Schemas['RecipeFile'];

/** A file from anywhere: a recipe by itself, or one with its ladder beside it. What it holds is judged by the core, not here. */
export function readRecipeFile(text: string): RecipeFile {
  const read = JSON.parse(text) as RecipeFile | Recipe;
  return 'recipe' in read ? read : { recipe: read };
}

/** The same thing with one value in it changed; what lies beside the path stays the very same. */
export function withValue<T>(whole: T, path: (string | number)[], value: unknown): T {
  const [first, ...rest] = path;
  if (first === undefined) return value as T;
  if (Array.isArray(whole)) return whole.map((item, at) => (at === first ? withValue(item, rest, value) : item) as unknown) as T;
  return { ...whole, [first]: withValue((whole as Record<string, unknown>)[first], rest, value) } as T;
}

/** A fault's place as the editor names its fields: cuts[0].length, whoever found the fault. */
export const placeOf = (field: string) => field.replace(/^\$\.?(recipe\.?)?/, '') || 'formatVersion';
