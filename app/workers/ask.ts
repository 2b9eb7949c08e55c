/**
 * One way of asking a worker, whatever it works out: what it is asked, what it replies, when it falls, how
 * it ends.
 */
export interface Hand<Ask> {
  post(ask: Ask): void;
  /** Stop it at once, whatever it is at. */
  end(): void;
}

/** Start a worker. `hear` gets each reply; `fell` one sentence when it broke or could not be started. */
export function startWorker<Ask, Reply>(
  make: () => Worker,
  hear: (reply: Reply) => void,
  fell: (said: string) => void,
): Hand<Ask> {
  const worker = make();
  worker.onmessage = (event: MessageEvent<Reply>) => hear(event.data);
  worker.onerror = (event) => fell(event.message || "it could not be started");
  worker.onmessageerror = () => fell("its answer could not be read");
  return { post: (ask) => worker.postMessage(ask), end: () => worker.terminate() };
}

/** One of these fields and none of the others: a reply says by which it has what it is. */
export type OneOf<Fields> = {
  [Own in keyof Fields]: Pick<Fields, Own> & { [Other in Exclude<keyof Fields, Own>]?: never };
}[keyof Fields];
