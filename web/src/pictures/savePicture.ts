/** Saves the pictures that are up, with everything drawn on them, as one PNG: left beside right, as on the bench. */
export async function savePicture(name: string) {
  const stages = [...document.querySelectorAll<SVGSVGElement>('svg[data-stage]')];
  const drawn = await Promise.all(stages.map(draw));
  const height = Math.max(...drawn.map((d) => d.height));
  const canvas = Object.assign(document.createElement('canvas'), {
    width: drawn.reduce((w, d) => w + (d.width * height) / d.height, 0),
    height,
  });
  const context = canvas.getContext('2d');
  if (!context) return;
  let x = 0;
  for (const d of drawn) {
    const width = (d.width * height) / d.height;
    context.drawImage(d.image, x, 0, width, height);
    x += width;
  }
  const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/png'));
  if (!blob) return;
  const link = Object.assign(document.createElement('a'), { href: URL.createObjectURL(blob), download: `${name}.png` });
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}

/** A stage as a picture of its own: its photograph is written into it, and the page's colours are looked up. */
async function draw(stage: SVGSVGElement) {
  const copy = stage.cloneNode(true) as SVGSVGElement;
  const { width, height } = stage.viewBox.baseVal;
  copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg');
  copy.setAttribute('width', `${width}`);
  copy.setAttribute('height', `${height}`);
  for (const ring of copy.querySelectorAll('[data-handle][data-placed="false"]')) ring.remove();
  for (const image of copy.querySelectorAll('image')) image.setAttribute('href', await inline(image.getAttribute('href') ?? ''));
  const colours = getComputedStyle(document.documentElement);
  const text = new XMLSerializer()
    .serializeToString(copy)
    .replace(/var\((--[a-z-]+)\)/g, (_, variable: string) => colours.getPropertyValue(variable).trim());
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(text)}`;
  await image.decode();
  return { image, width, height };
}

/** By way of an image and not of a fetch: a picture that has not left this device yet has an address only images may use. */
async function inline(href: string): Promise<string> {
  const image = new Image();
  image.src = href;
  await image.decode();
  const canvas = Object.assign(document.createElement('canvas'), { width: image.naturalWidth, height: image.naturalHeight });
  canvas.getContext('2d')?.drawImage(image, 0, 0);
  return canvas.toDataURL('image/png');
}
