/** What this browser remembers of a maker's choices; nothing of it is the only copy of anything. */
export const remembered = {
  get(name: string): string | null {
    try {
      return localStorage.getItem(`amber.${name}`);
    } catch {
      return null;
    }
  },
  set(name: string, value: string | null): void {
    try {
      if (value === null) localStorage.removeItem(`amber.${name}`);
      else localStorage.setItem(`amber.${name}`, value);
    } catch {
      // A full or forbidden store loses a choice, not a record.
    }
  },
};
