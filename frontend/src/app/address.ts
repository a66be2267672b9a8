/** What an address names behind its #; an address that was not made here may hold anything. */
export function named(hash: string): string | null {
  const text = hash.slice(1);
  try {
    return decodeURIComponent(text) || null;
  } catch (error) {
    if (error instanceof URIError) return text;
    throw error;
  }
}
