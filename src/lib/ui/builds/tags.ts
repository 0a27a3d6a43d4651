import { MOST_TAG, MOST_TAGS } from '$lib/core/build';

/** Tags as they are typed, with commas between them: each once, as long and as many as a build takes. */
export const tagsIn = (text: string): string[] => {
  const words = text.split(',').map((word) => word.trim().replace(/\s+/g, ' ').slice(0, MOST_TAG).trim());
  return [...new Set(words)].filter(Boolean).slice(0, MOST_TAGS);
};
