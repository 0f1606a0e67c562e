// Files that are fetched together, with how much of them has come.

/**
 * @param bytes - how much they are altogether
 * @param report - called with a share from 0 to 1, which never falls
 * @returns for each its content; one that cannot be had rejects with a TypeError
 */
export function fetchEach(
  addresses: readonly string[],
  bytes: number,
  report: (share: number) => void,
): Promise<Uint8Array<ArrayBuffer>>[] {
  let came = 0;
  const count = (more: number): void => report(Math.min(1, (came += more) / bytes));
  return addresses.map((address) => fetchOne(address, count));
}

async function fetchOne(
  address: string,
  count: (more: number) => void,
): Promise<Uint8Array<ArrayBuffer>> {
  const answer = await fetch(address);
  if (!answer.ok || !answer.body) throw new TypeError(`${address}: ${answer.status}`);
  const parts: Uint8Array<ArrayBuffer>[] = [];
  const reader = answer.body.getReader();
  for (let next = await reader.read(); !next.done; next = await reader.read()) {
    parts.push(next.value);
    count(next.value.length);
  }
  return new Uint8Array(await new Blob(parts).arrayBuffer());
}
