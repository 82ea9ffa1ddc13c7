declare module "signalsmith-stretch";
