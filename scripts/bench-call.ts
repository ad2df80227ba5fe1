/** Asks a server of its own; an answer that is no success ends the bench with its words. */
export const callerOf =
  (url: string) =>
  async <T>(method: string, path: string, body?: unknown): Promise<T> => {
    const r = await fetch(`${url}/api${path}`, {
      method,
      headers: { 'content-type': 'application/json', 'idempotency-key': crypto.randomUUID() },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    });
    if (!r.ok) throw new Error(`${method} ${path}: ${r.status} ${await r.text()}`);
    return (await r.json()) as T;
  };
