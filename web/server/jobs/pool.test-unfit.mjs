// A file whose thread breaks while it starts.
setImmediate(() => {
  throw new Error("unfit");
});
await new Promise(() => undefined);

export default () => undefined;
