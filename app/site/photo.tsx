/** A photo taken on site: from this device while it waits, else from the server, where it has it. */
import { useEffect, useState } from "react";
import { keptPhoto } from "./kept";

/** Which pictures the server has, by design: asked once for all photos of a page, and again for one it did not know. */
const known = new Map<string, Promise<ReadonlySet<string>>>();

async function isThere(url: string, hash: string): Promise<boolean> {
  const ask = () => {
    const asked = fetch(`${url}/picture`)
      .then((answer) => answer.json() as Promise<{ kept: string[] }>)
      .then(({ kept }): ReadonlySet<string> => new Set(kept));
    known.set(url, asked);
    asked.catch(() => known.delete(url));
    return asked;
  };
  const before = known.get(url);
  if (before && (await before).has(hash)) return true;
  return (await ask()).has(hash);
}

export function SitePhoto({ url, hash, label }: { url: string; hash: string; label: string }) {
  const [source, setSource] = useState<string>();
  const [said, setSaid] = useState<string>();
  useEffect(() => {
    let made: string | undefined;
    let over = false;
    const show = async () => {
      const bytes = await keptPhoto(url, hash).catch(() => undefined);
      if (over) return;
      if (bytes) {
        made = URL.createObjectURL(new Blob([bytes], { type: "image/jpeg" }));
        return setSource(made);
      }
      try {
        const there = await isThere(url, hash);
        if (over) return;
        if (there) setSource(`${url}/picture/${hash}`);
        else setSaid("its picture is not in this design");
      } catch {
        if (!over) setSaid("its picture is shown when there is a connection");
      }
    };
    void show();
    return () => {
      over = true;
      if (made) URL.revokeObjectURL(made);
    };
  }, [url, hash]);
  if (said) return <span className="text-small text-soft">{said}</span>;
  return source ? (
    <img src={source} alt={`Photo of ${label}`} className="h-20 border border-rule object-cover" />
  ) : null;
}
