/** What the service worker keeps the pictures of pages in: it goes with whoever signs out. */
export const PICTURES = 'red-thread-pictures';
