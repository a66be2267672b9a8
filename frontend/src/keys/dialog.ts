/** Whether a dialog is open: keys and pedals that mean the screen behind it wait until it is closed. */
export function isDialogOpen(): boolean {
  return document.querySelector('.ant-modal-wrap:not([style*="display: none"])') !== null;
}
