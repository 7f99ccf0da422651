/** Attached to a form: Enter goes on to the next field as on a scale sheet, with Shift to the one before. */
export function enterMovesOn(form: HTMLElement): () => void {
  const onKey = (event: KeyboardEvent) => {
    if (event.key !== 'Enter' || !(event.target instanceof HTMLInputElement)) return;
    event.preventDefault();
    const fields = [...form.querySelectorAll<HTMLElement>('input, select')];
    const next = fields[fields.indexOf(event.target) + (event.shiftKey ? -1 : 1)];
    next?.focus();
    if (next instanceof HTMLInputElement && next.type === 'text') next.select();
  };
  form.addEventListener('keydown', onKey);
  return () => form.removeEventListener('keydown', onKey);
}
