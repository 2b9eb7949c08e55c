import { larkspurWeir } from "../../demo/larkspur-weir";
import { writeFile } from "../../core/design/file";

/** A browser's manners without a browser: cookies, origin, forms. */
export interface Client {
  url: string;
  get(path: string, headers?: Record<string, string>): Promise<Response>;
  post(path: string, form: Record<string, string>, headers?: Record<string, string>): Promise<Response>;
  json(path: string, body: unknown, headers?: Record<string, string>): Promise<Response>;
  cookies(): string;
}

export function client(url: string): Client {
  const jar = new Map<string, string>();
  const send = async (path: string, init: RequestInit) => {
    const headers = {
      Cookie: [...jar].map(([name, value]) => `${name}=${value}`).join("; "),
      ...(init.headers as Record<string, string>),
    };
    const response = await fetch(url + path, { ...init, headers, redirect: "manual" });
    for (const cookie of response.headers.getSetCookie()) {
      const [pair] = cookie.split(";");
      const at = pair!.indexOf("=");
      jar.set(pair!.slice(0, at), pair!.slice(at + 1));
    }
    return response;
  };
  return {
    url,
    cookies: () => [...jar].map(([name, value]) => `${name}=${value}`).join("; "),
    get: (path, headers = {}) => send(path, { headers }),
    post: (path, form, headers = {}) =>
      send(path, { method: "POST", headers: { Origin: url, ...headers }, body: new URLSearchParams(form) }),
    json: (path, body, headers = {}) =>
      send(path, {
        method: "POST",
        headers: { Origin: url, "Content-Type": "application/json", ...headers },
        body: JSON.stringify(body),
      }),
  };
}

/** Signed in as one of the demo people. */
export async function demoClient(
  url: string,
  person: "designer" | "installer" | "household" | "wall",
): Promise<Client> {
  const made = client(url);
  const response = await made.post("/sign-in", { demo: person });
  if (response.status !== 302) throw new Error(`Sign-in as ${person} answered ${response.status}.`);
  return made;
}

/** The demo house once more, brought in by somebody as their own. @returns its id. The demo itself is every file's. */
export async function ownDesign(owner: Client): Promise<string> {
  const body = new FormData();
  body.set("do", "import");
  body.set("file", new File([writeFile(larkspurWeir())], "house.zinc.json"));
  const response = await fetch(`${owner.url}/designs`, {
    method: "POST",
    headers: { Origin: owner.url, Cookie: owner.cookies() },
    body,
    redirect: "manual",
  });
  return /^\/d\/([^/]+)\/house$/.exec(response.headers.get("location")!)![1]!;
}
