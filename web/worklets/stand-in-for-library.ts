/** What the library registers itself with while it is loaded: it finds these instead of the real ones. */
interface Registered {
  readonly wasmModule: unknown;
}

let Processor: (new (options: object) => Registered) | undefined;
let whenReady: (() => void) | undefined;

class StandIn {
  readonly port = {
    onmessage: null,
    postMessage: (message: readonly unknown[]) => {
      if (message[0] === "ready") whenReady?.();
    },
  };
}

const scope = globalThis as unknown as {
  AudioWorkletProcessor: unknown;
  registerProcessor: unknown;
};
const { AudioWorkletProcessor: processor, registerProcessor: register } = scope;
scope.AudioWorkletProcessor = StandIn;
scope.registerProcessor = (_: string, caught: typeof Processor) => {
  Processor = caught;
  scope.AudioWorkletProcessor = processor;
  scope.registerProcessor = register;
};

/** The library's module, once it can be called. */
export async function taken<Module>(): Promise<Module> {
  if (!Processor) throw new Error("the stretching library did not register itself");
  const made = new Processor({ numberOfOutputs: 1, outputChannelCount: [2] });
  await new Promise<void>((resolve) => {
    whenReady = resolve;
  });
  return made.wasmModule as Module;
}
