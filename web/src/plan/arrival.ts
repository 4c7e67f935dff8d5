import { type RefObject, useEffect, useRef } from 'react';
import { useLocation } from 'react-router';

/** How somebody came to an element by its name: straight to one of its settings, or to the first. */
export interface Arrival {
  field: string | null;
}

const CONTROLS = 'input:not([type=hidden]), textarea, select, button, [tabindex="0"]';

/** Moves the focus into a panel that was gone to by name, and back to where it was before once the panel has gone. */
export function useArrival(panel: RefObject<HTMLElement | null>) {
  const { state } = useLocation() as { state: Arrival | null };
  const before = useRef<Element | null>(null);
  useEffect(() => {
    before.current ??= document.activeElement;
    return () => {
      // Where it was may have gone meanwhile; then the keyboard goes on in the view.
      const back = before.current;
      if (document.activeElement !== document.body) return;
      if (back instanceof HTMLElement && back.isConnected && back !== document.body) back.focus();
      else document.getElementById('view')?.focus();
    };
  }, []);
  useEffect(() => {
    if (state === null || !('field' in state) || !panel.current) return;
    const control = controlOf(panel.current, state.field);
    control?.focus();
    if (control instanceof HTMLInputElement) control.select();
  }, [state, panel]);
}

/** The control of a setting by the words that stand beside it, unfolded if need be; without such words, the first control. */
export function controlOf(panel: HTMLElement, field: string | null): HTMLElement | null {
  if (field === null) return panel.querySelector<HTMLElement>(CONTROLS);
  const label = [...panel.querySelectorAll('.line-label, .part-title, h3, legend')].find((one) => one.textContent.startsWith(field));
  const around = label?.closest('.line, details, section, fieldset');
  if (!around) return panel.querySelector<HTMLElement>(CONTROLS);
  for (let part = around.closest('details'); part; part = part.parentElement?.closest('details') ?? null) part.open = true;
  return [...around.querySelectorAll<HTMLElement>(CONTROLS)].find((control) => !control.closest('summary')) ?? null;
}
