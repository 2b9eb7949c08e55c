/**
 * The nonce that lets this page's own scripts run under the content policy. Known on the server only:
 * browsers hide it.
 */
import { createContext, useContext } from "react";

export const NonceContext = createContext<string | undefined>(undefined);
export const useNonce = () => useContext(NonceContext);
