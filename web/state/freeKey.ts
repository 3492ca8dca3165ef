/** As `free`, but also in a field whose number is stored with every key: there is nothing else that the key could take back. */
export function freeOrStored(handler: (event: KeyboardEvent) => void): (event: KeyboardEvent) => void {
  const elsewhere = free(handler);
  return (event) => {
    const field = (event.target as HTMLElement).closest('[data-stored]');
    if (!field || field.closest('[role=dialog]')) {
      elsewhere(event);
      return;
    }
    event.preventDefault();
    handler(event);
  };
}

/** Keys belong to the field while one is typed in, and to a dialog while it is open. */
export function free(handler: (event: KeyboardEvent) => void): (event: KeyboardEvent) => void {
  return (event) => {
    const target = event.target as HTMLElement;
    if (target.closest('input:not([type=radio]), textarea, select, [role=dialog]')) return;
    event.preventDefault();
    handler(event);
  };
}
