import { Button } from 'antd';
import { useRef, useState, type ReactNode } from 'react';
import { FaultLine } from '../shell/faults';
import { say } from '../shell/words';

const megabyte = 1e6;

/** The name that the server gives a file. */
const nameOf = (answer: Response) => /filename="?([^";]+)"?/.exec(answer.headers.get('Content-Disposition') ?? '')?.[1];

/** Reads a file from the server, tells how much of it has come, and gives it to whoever keeps files here. */
async function fetchFile(from: string, signal: AbortSignal, come: (bytes: number) => void) {
  const answer = await fetch(from, { signal });
  if (!answer.ok || !answer.body) {
    const problem = (await answer.json().catch(() => ({}))) as { detail?: string };
    throw new Error(problem.detail ?? say('download.failed'));
  }
  let bytes = 0;
  const counted = answer.body.pipeThrough(
    new TransformStream<Uint8Array, Uint8Array>({
      transform(chunk, out) {
        come((bytes += chunk.length));
        out.enqueue(chunk);
      },
    }),
  );
  const file = URL.createObjectURL(await new Response(counted).blob());
  const link = document.createElement('a');
  link.href = file;
  link.download = nameOf(answer) ?? '';
  link.click();
  setTimeout(() => URL.revokeObjectURL(file), 60_000);
}

/** A file that may take a while to be made: how much has come, and a way to stop it. */
export function Download({ from, children }: { from: string; children: ReactNode }) {
  const [come, setCome] = useState<number>();
  const [fault, setFault] = useState('');
  const stop = useRef<AbortController>(undefined);
  const start = async () => {
    const abort = (stop.current = new AbortController());
    setFault('');
    setCome(0);
    try {
      await fetchFile(from, abort.signal, setCome);
    } catch (error) {
      if (!abort.signal.aborted) setFault(error instanceof TypeError ? say('shell.no-server') : (error as Error).message);
    } finally {
      setCome(undefined);
    }
  };
  return (
    <span>
      {come === undefined ? (
        <Button onClick={() => void start()}>{children}</Button>
      ) : (
        <Button onClick={() => stop.current?.abort()} aria-live="polite">
          {say('download.stop', { megabytes: (come / megabyte).toFixed(1) })}
        </Button>
      )}
      <FaultLine says={fault} />
    </span>
  );
}
