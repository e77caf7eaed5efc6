import { Problem } from "../api/client";

const side = 2000; // px, the longer side as it is sent

/** A photo made small and upright on the device: what the camera wrote beside it stays behind. */
async function shrunk(file: File): Promise<Blob> {
  try {
    const whole = await createImageBitmap(file, { imageOrientation: "from-image" });
    const k = Math.min(1, side / Math.max(whole.width, whole.height));
    const canvas = document.createElement("canvas");
    canvas.width = Math.round(whole.width * k);
    canvas.height = Math.round(whole.height * k);
    canvas.getContext("2d")?.drawImage(whole, 0, 0, canvas.width, canvas.height);
    whole.close();
    const made = await new Promise<Blob | null>((done) => canvas.toBlob(done, "image/jpeg", 0.85));
    return made ?? file;
  } catch {
    return file; // the server says what is wrong with it
  }
}

/** Sends a photo to be kept, and gives the sum it is kept under. */
export async function keepPhoto(job: string, file: File): Promise<{ sum: string; wide: number; high: number }> {
  if (file.size > 200 * 1024 * 1024) throw new Problem(`${file.name} is too large to be a photo: take it smaller.`, 422);
  const sent = await shrunk(file);
  const kind = sent.type === "image/png" ? "image/png" : "image/jpeg";
  const answer = await fetch(`/api/jobs/${job}/photos`, {
    method: "POST",
    headers: { "Content-Type": kind },
    body: sent,
  }).catch(() => {
    throw new Problem(`${file.name} wasn't sent: the server can't be reached. It waits here.`, 0);
  });
  const said = await answer.json().catch(() => ({}));
  if (!answer.ok) throw new Problem(said.detail ?? `${file.name} wasn't kept.`, answer.status);
  return said;
}
