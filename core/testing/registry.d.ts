// Packages of the registry without types of their own; used in tests only.
declare module 'ml-naivebayes' {
  export class GaussianNB {
    train(data: number[][], labels: number[]): void;
    predict(data: number[][]): number[];
  }
}
