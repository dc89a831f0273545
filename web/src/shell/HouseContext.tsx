import { useQuery, useQueryClient } from "@tanstack/react-query";
import { createContext, type ReactNode, useContext, useEffect, useMemo } from "react";
import { api, type House, type Material } from "../api/client";
import { Units } from "../words/format";

type HouseHere = {
  house: House;
  units: Units;
  materials: Map<string, Material>;
  keep: (change: Partial<House["house"]>) => Promise<void>;
};

const Context = createContext<HouseHere | null>(null);

/** House settings and materials for every page below; shows nothing until they are there. */
export function HouseProvider({ children }: { children: ReactNode }) {
  const queries = useQueryClient();
  const house = useQuery({ queryKey: ["house"], queryFn: api.house });
  const materials = useQuery({ queryKey: ["materials"], queryFn: api.materials, staleTime: Number.POSITIVE_INFINITY });
  const here = useMemo<HouseHere | null>(() => {
    if (!house.data || !materials.data) return null;
    const now = house.data;
    return {
      house: now,
      units: new Units(now.house.workshop),
      materials: new Map(materials.data.map((material) => [material.id, material])),
      keep: async (change) => {
        queries.setQueryData(["house"], await api.saveHouse({ ...now.house, ...change }));
        await queries.invalidateQueries({ predicate: (query) => query.queryKey[0] !== "house" });
      },
    };
  }, [house.data, materials.data, queries]);

  const preferences = house.data?.house.preferences;
  useEffect(() => {
    if (!preferences) return;
    document.documentElement.dataset.theme = preferences.theme;
    document.documentElement.style.setProperty("--text-scale", String(preferences.textPercent / 100));
  }, [preferences]);

  const failed = house.error ?? materials.error;
  if (failed) {
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
