// A pedal of three buttons that posts each press to the program, as docs/devices.md describes.
const longPress = 500;
const answer = document.getElementById('answer');
const token = document.getElementById('token');

async function press(button, held) {
  const body = { button, press: held >= longPress ? 'long' : 'short' };
  try {
    const response = await fetch('/api/devices/pedal', {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', Authorization: `Bearer ${token.value.trim()}` },
      body: JSON.stringify(body),
    });
    const said = await response.json();
    answer.textContent = response.ok
      ? `Button ${button}, ${body.press}: ${said.command ?? 'no command'}`
      : `Button ${button}, ${body.press}: ${said.detail}`;
  } catch {
    answer.textContent = 'The program does not answer.';
  }
}

for (const element of document.querySelectorAll('[data-button]')) {
  const button = Number(element.dataset.button);
  let since = null;
  const down = () => {
    since ??= performance.now();
  };
  const up = () => {
    if (since === null) return;
    const held = performance.now() - since;
    since = null;
    void press(button, held);
  };
  element.addEventListener('pointerdown', (event) => {
    element.setPointerCapture(event.pointerId);
    down();
  });
  element.addEventListener('pointerup', up);
  element.addEventListener('keydown', (event) => {
    if (event.key !== ' ' && event.key !== 'Enter') return;
    event.preventDefault();
    down();
  });
  element.addEventListener('keyup', (event) => {
    if (event.key === ' ' || event.key === 'Enter') up();
  });
}
