/** Keys belong to the field while one is typed in, and to a dialog while it is open. */
export function free(handler: (event: KeyboardEvent) => void): (event: KeyboardEvent) => void {
  return (event) => {
    const target = event.target as HTMLElement;
    if (target.closest('input:not([type=radio]), textarea, select, [role=dialog]')) return;
    event.preventDefault();
    handler(event);
  };
}
