import { Opening } from "@/features/song/song-page";

export default function Loading() {
  return <Opening />;
}
