/** Starts the core's WebAssembly and gives one class of its doors; its address is no module that a bundler may touch. */
export async function exportsOf<T>(name: string): Promise<T> {
  const address = '/core/dotnet.js';
  const { dotnet } = await import(/* @vite-ignore */ address);
  const runtime = await dotnet.create();
  const assembly = await runtime.getAssemblyExports('Rhabdon.Browser');
  return assembly.Rhabdon.Browser[name] as T;
}
