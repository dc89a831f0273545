import { type ComponentType, createElement, lazy, useState } from "react";
import { api, NoConnection } from "../api/client";

const waitMs = 1000;

/** A page whose script is fetched when it is first opened, or before. */
export type Page = ComponentType & { ready: () => Promise<unknown> };

/** One opened while nobody answers comes as soon as somebody does; one that is ready is drawn at once, with nothing in its place before. */
export function page<Name extends string>(name: Name, load: () => Promise<Record<Name, ComponentType>>): Page {
  let there: ComponentType | undefined;
  const come = async () => ({ default: (there ??= (await fetched(load))[name]) });
  const Later = lazy(come);
  const Here = () => {
    const [Shown] = useState<ComponentType>(() => there ?? Later);
    return createElement(Shown);
  };
  return Object.assign(Here, { ready: come });
}

/** What is asked for, asked again while the server is away; what it refuses while it answers is an error. */
export async function fetched<T>(load: () => Promise<T>): Promise<T> {
  for (;;) {
    try {
      return await load();
    } catch (error) {
      if (await answers()) return load().catch(() => Promise.reject(error));
      await new Promise((resolve) => setTimeout(resolve, waitMs));
    }
  }
}

/** Whether the server answers; the shelf tells when it does not. */
async function answers(): Promise<boolean> {
  try {
    await api.house();
    return true;
  } catch (error) {
    if (error instanceof NoConnection) return false;
    throw error;
  }
}
