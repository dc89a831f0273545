import { useEffect } from "react";

const program = "Amber Pantry";

/** Names what the page shows, for the tab and for whoever hears it. */
export function usePageTitle(name: string | undefined) {
  useEffect(() => {
    document.title = name ? `${name} - ${program}` : program;
  }, [name]);
}
