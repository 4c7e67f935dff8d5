/** How a chat ended, in words. */
export const outcomeWords = (outcome: string) => outcome.replaceAll('-', ' ');
