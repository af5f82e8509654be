import { forgeryToken, Refusal, type Schemas } from '../../api/client';

/** Searches for better days until the time is over or it is stopped; every plan that is found is told as it is found. */
export async function searchDays(
  crew: string,
  asked: Schemas['DaysSearch'],
  found: (one: Schemas['DaysFound']) => void,
  stop: AbortSignal,
): Promise<void> {
  const answer = await fetch(`/api/v1/crews/${crew}/days/search`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', 'X-Rhabdon-Forgery': forgeryToken() },
    body: JSON.stringify(asked),
    signal: stop,
  });
  if (!answer.ok || !answer.body) {
    const refused: Schemas['RefusedRequest'] | undefined = await answer.json().catch(() => undefined);
    throw new Refusal(answer.status, refused?.detail ?? refused?.title ?? answer.statusText, refused?.faults ?? []);
  }
  const reader = answer.body.pipeThrough(new TextDecoderStream()).getReader();
  let text = '';
  for (let read = await reader.read(); !read.done; read = await reader.read()) {
    text += read.value;
    const events = text.split('\n\n');
    text = events.pop() ?? '';
    for (const event of events) {
      const data = event.split('\n').find((line) => line.startsWith('data: '));
      if (data) found(JSON.parse(data.slice(6)));
    }
  }
}
