/** How urgent a chat may be said to be, as a menu. */
export const PRIORITIES = [9, 8, 7, 6, 5, 4, 3, 2, 1, 0].map((priority) => ({
  key: String(priority),
  label: `${priority}${priority === 9 ? ', before most others' : priority === 0 ? ', after all others' : ''}`,
}));
