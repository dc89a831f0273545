/** What is known of a material; the pages read more of it than its key. */
type Known = { id: string };

/** The materials this page has met: they come with what uses them and are kept, so that none is asked for twice. */
let known: ReadonlyMap<string, Known> = new Map();
const listeners = new Set<() => void>();

export const materialsKnown = <T extends Known>() => known as ReadonlyMap<string, T>;

export function onMaterials(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

const same = (one: Known | undefined, other: Known) =>
  one === other || (one !== undefined && JSON.stringify(one) === JSON.stringify(other));

/** Takes note of what came with an answer. */
export function learn(materials: readonly Known[] | undefined): void {
  const news = (materials ?? []).filter((material) => !same(known.get(material.id), material));
  if (news.length === 0) return;
  known = new Map([...known, ...news.map((material) => [material.id, material] as const)]);
  for (const listener of listeners) listener();
}

/** For tests: a page that has met none. */
export function forget(): void {
  known = new Map();
}
