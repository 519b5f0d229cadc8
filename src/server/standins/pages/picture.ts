/** A made-up moving picture, 1080×1920: hands at a potter's wheel under a lamp. `t` in seconds. */
export function drawPicture(context: CanvasRenderingContext2D, t: number): void {
  const lamp = context.createRadialGradient(540, 380, 40, 540, 380, 1500);
  lamp.addColorStop(0, '#8b6a4e');
  lamp.addColorStop(0.5, '#4d3b2f');
  lamp.addColorStop(1, '#231c18');
  context.fillStyle = lamp;
  context.fillRect(0, 0, 1080, 1920);
  for (let n = 0; n < 4; n += 1) {
    context.fillStyle = n % 2 ? '#5a4536' : '#4e3c30';
    context.fillRect(90 + n * 240, 250, 180, 16);
    context.fillStyle = ['#6f8a86', '#a8764f', '#7f8f5f', '#b59a76'][n] ?? '#777';
    context.beginPath();
    context.ellipse(180 + n * 240, 205, 44 + 8 * (n % 2), 48, 0, 0, 7);
    context.fill();
  }
  context.fillStyle = '#1d1714';
  context.fillRect(0, 1240, 1080, 680);
  wheel(context, t);
  pot(context, t);
  hand(context, t, 1);
  hand(context, t, -1);
}

function wheel(context: CanvasRenderingContext2D, t: number): void {
  for (const [y, rx, fill] of [
    [1275, 400, '#54443a'],
    [1255, 400, '#716052'],
  ] as const) {
    context.fillStyle = fill;
    context.beginPath();
    context.ellipse(540, y, rx, 88, 0, 0, 7);
    context.fill();
  }
  // Marks on the wheel show that it turns.
  context.fillStyle = '#8a7867';
  for (let n = 0; n < 6; n += 1) {
    const a = t * 4 + (n * Math.PI) / 3;
    context.beginPath();
    context.ellipse(540 + Math.cos(a) * 340, 1255 + Math.sin(a) * 72, 16, 6, 0, 0, 7);
    context.fill();
  }
}

function pot(context: CanvasRenderingContext2D, t: number): void {
  const breath = Math.sin(t * 0.7) * 26;
  const sway = Math.sin(t * 8) * 3;
  context.fillStyle = '#b98863';
  context.beginPath();
  context.moveTo(372 + sway, 750);
  context.bezierCurveTo(392 - breath, 840, 290 - breath, 960, 300, 1090);
  context.quadraticCurveTo(320, 1220, 400, 1250);
  context.lineTo(680, 1250);
  context.quadraticCurveTo(760, 1220, 780, 1090);
  context.bezierCurveTo(790 + breath, 960, 688 + breath, 840, 708 + sway, 750);
  context.fill();
  context.strokeStyle = '#a97853';
  context.lineWidth = 5;
  for (let n = 0; n < 5; n += 1) {
    context.beginPath();
    context.ellipse(540, 860 + n * 80 + ((t * 30) % 80), 190 + n * 10, 26, 0, 0.2, Math.PI - 0.2);
    context.stroke();
  }
  context.fillStyle = '#7c573d';
  context.beginPath();
  context.ellipse(540 + sway, 750, 169, 40, 0, 0, 7);
  context.fill();
}

function hand(context: CanvasRenderingContext2D, t: number, side: 1 | -1): void {
  const lift = Math.sin(t * 0.7) * 60;
  context.strokeStyle = '#d9a888';
  context.lineWidth = 92;
  context.lineCap = 'round';
  context.beginPath();
  context.moveTo(540 + side * 500, 1180);
  context.quadraticCurveTo(540 + side * 380, 1090 + lift / 2, 540 + side * 262, 1040 + lift);
  context.stroke();
}

/** Puts the moving picture into an element, for as long as the page lives. */
export function showPicture(parent: HTMLElement): void {
  const canvas = document.createElement('canvas');
  // A quarter of the pixels: it is only there to be lain over.
  canvas.width = 540;
  canvas.height = 960;
  canvas.setAttribute('aria-label', 'A potter at the wheel');
  parent.prepend(canvas);
  const context = canvas.getContext('2d');
  if (!context) return;
  context.scale(0.5, 0.5);
  const still = matchMedia('(prefers-reduced-motion: reduce)').matches;
  const paint = (ms: number): void => {
    drawPicture(context, still ? 0 : ms / 1000);
    if (!still) setTimeout(() => requestAnimationFrame(paint), 50);
  };
  requestAnimationFrame(paint);
}
