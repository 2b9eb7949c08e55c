/** A photo taken on site: from this device while it waits, else from the server. */
import { useEffect, useState } from "react";
import { keptPhoto } from "./kept";

export function SitePhoto({ url, hash, label }: { url: string; hash: string; label: string }) {
  const [source, setSource] = useState<string>();
  useEffect(() => {
    let made: string | undefined;
    let over = false;
    void keptPhoto(url, hash).then(
      (bytes) => {
        if (over) return;
        if (bytes) made = URL.createObjectURL(new Blob([bytes], { type: "image/jpeg" }));
        setSource(made ?? `${url}/picture/${hash}`);
      },
      () => setSource(`${url}/picture/${hash}`),
    );
    return () => {
      over = true;
      if (made) URL.revokeObjectURL(made);
    };
  }, [url, hash]);
  return source ? (
    <img src={source} alt={`Photo of ${label}`} className="h-20 border border-rule object-cover" />
  ) : null;
}
