/**
 * Starts the core's WebAssembly and gives one class of its doors; its address is no module that a bundler may touch.
 * @param assembly that the class is in, by its namespace
 * @param further assemblies that are only fetched for this
 */
export async function exportsOf<T>(assembly: string, name: string, further: string[] = []): Promise<T> {
  const address = '/core/dotnet.js';
  const { dotnet } = await import(/* @vite-ignore */ address);
  const runtime = await dotnet.create();
  for (const one of further) await runtime.INTERNAL.loadLazyAssembly(one);
  const space = assembly.split('.').reduce((within, part) => within[part], await runtime.getAssemblyExports(assembly));
  return space[name] as T;
}
