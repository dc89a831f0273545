import { Refused } from "../../api/client";

const longestSide = 1400;
const mostLetters = 500_000;

/** A picture as JPEG, small enough to be kept with a lot; its bytes in base64. */
export async function smaller(file: File): Promise<string> {
  const picture = await createImageBitmap(file).catch(() => {
    throw new Refused(0, "E_NOT_A_DOCUMENT", "That is no picture.", "Choose a JPEG or PNG file.", "picture");
  });
  for (let side = longestSide; ; side /= 1.5) {
    const scale = Math.min(1, side / Math.max(picture.width, picture.height));
    const canvas = document.createElement("canvas");
    canvas.width = Math.max(1, Math.round(picture.width * scale));
    canvas.height = Math.max(1, Math.round(picture.height * scale));
    canvas.getContext("2d")?.drawImage(picture, 0, 0, canvas.width, canvas.height);
    const base64 = canvas.toDataURL("image/jpeg", 0.82).split(",")[1] ?? "";
    if (base64.length <= mostLetters || side < 200) return base64;
  }
}
