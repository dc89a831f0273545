import { type QueryClient, useQuery, useQueryClient } from "@tanstack/react-query";
import { createContext, type ReactNode, useContext, useEffect, useMemo, useRef, useSyncExternalStore } from "react";
import { api, type FamilyKind, type House, type HouseSettings, type Material, Refused } from "../api/client";
import { keys, take, touch } from "../api/keys";
import { materialsKnown, onMaterials } from "../api/materials";
import { Units } from "../words/format";

type HouseHere = {
  house: House;
  units: Units;
  /** Those the page has met: what is used comes with what uses it. */
  materials: ReadonlyMap<string, Material>;
  families: Map<string, FamilyKind>;
  /** Changes the settings, one after the other; what another window changed meanwhile stays. */
  keep: (change: HouseChange) => Promise<void>;
};

/** Worked out on what stands when it is written, never on what the page showed when it was asked for. */
export type HouseChange = (now: HouseSettings) => Partial<HouseSettings>;

const Context = createContext<HouseHere | null>(null);

async function write(queries: QueryClient, change: HouseChange) {
  let from = queries.getQueryData<House>(keys.house) ?? (await api.house());
  for (let tries = 0; ; tries++) {
    try {
      take(queries, keys.house, await api.saveHouse({ ...from.house, ...change(from.house) }, from.revision));
      break;
    } catch (error) {
      // Another window wrote first: this change goes on top of that one.
      if (!(error instanceof Refused) || !error.theirs || tries === 3) throw error;
      from = error.theirs as House;
      take(queries, keys.house, from);
    }
  }
  await touch(queries, "house");
}

/** House settings and kinds of product for every page below; shows nothing until they are there. */
export function HouseProvider({ children }: { children: ReactNode }) {
  const queries = useQueryClient();
  const house = useQuery({ queryKey: keys.house, queryFn: api.house });
  const materials = useSyncExternalStore(onMaterials, materialsKnown<Material>);
  const families = useQuery({ queryKey: keys.families, queryFn: api.families, staleTime: Number.POSITIVE_INFINITY });
  const before = useRef<Promise<unknown>>(Promise.resolve());
  const here = useMemo<HouseHere | null>(() => {
    if (!house.data || !families.data) return null;
    const now = house.data;
    return {
      house: now,
      units: new Units(now.house.workshop),
      materials,
      families: new Map(families.data.map((kind) => [kind.family, kind])),
      keep: (change) => {
        const written = before.current.then(() => write(queries, change));
        before.current = written.catch(() => undefined);
        return written;
      },
    };
  }, [house.data, materials, families.data, queries]);

  const preferences = house.data?.house.preferences;
  useEffect(() => {
    if (!preferences) return;
    document.documentElement.dataset.theme = preferences.theme;
    document.documentElement.style.setProperty("--text-scale", String(preferences.textPercent / 100));
  }, [preferences]);

  // What has been read stays on the screen when a later reading fails: the shelf tells of the lost connection.
  const failed = house.error ?? families.error;
  if (failed && !here) {
    return (
      <main style={{ padding: 24 }}>
        <h1 className="title">The workshop does not answer</h1>
        <p>{failed.message} Start it with ./amber start, then reload this page.</p>
      </main>
    );
  }
  return here && <Context.Provider value={here}>{children}</Context.Provider>;
}

export function useHouse(): HouseHere {
  const here = useContext(Context);
  if (!here) throw new Error("useHouse belongs below HouseProvider");
  return here;
}
