import { theEye } from './eye';

/** What is seen in one picture of a camera that is filming: the thirteen points, or none. Without a picture it only gets ready. */
export async function glimpse(picture: ImageBitmap | null, folder: string): Promise<number[]> {
  const eye = await theEye(folder);
  if (!picture) {
    eye.forget();
    return [];
  }
  try {
    return await eye.points({
      width: picture.width,
      height: picture.height,
      draw: (to) => to.drawImage(picture, 0, 0),
    });
  } finally {
    picture.close();
  }
}
