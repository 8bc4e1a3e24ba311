"""One verb a file: the only way anything changes. Who acts is an argument of each, and each checks it."""
