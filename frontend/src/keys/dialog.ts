/** Whether a dialog is open: keys and pedals that mean the screen behind it wait until it is closed. */
export function isDialogOpen(): boolean {
  return document.querySelector('.ant-modal-wrap:not([style*="display: none"])') !== null;
}

/**
 * Gives the focus back to what had it before a dialog took it, when the dialog is gone and left it nowhere.
 * @returns Ends it.
 */
export function giveFocusBack(): () => void {
  let before: HTMLElement | null = null;
  let isTaken = false;
  const onFocus = ({ target }: FocusEvent) => {
    if (!(target instanceof HTMLElement)) return;
    isTaken = target.closest('.ant-modal-root') !== null;
    if (!isTaken) before = target;
  };
  // A dialog is a child of the page itself, and goes with what it was drawn in.
  const observer = new MutationObserver(() => {
    if (!isTaken || isDialogOpen() || document.activeElement !== document.body) return;
    isTaken = false;
    if (before?.isConnected === true) before.focus();
  });
  document.addEventListener('focusin', onFocus);
  observer.observe(document.body, { childList: true });
  return () => {
    document.removeEventListener('focusin', onFocus);
    observer.disconnect();
  };
}
