export default () => (globalThis as { tearDown?: () => Promise<void> }).tearDown?.();
