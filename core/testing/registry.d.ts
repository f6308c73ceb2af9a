// Packages of the registry without types of their own; used in tests only.
declare module 'ml-naivebayes' {
  export class GaussianNB {
    train(data: number[][], labels: number[]): void;
    predict(data: number[][]): number[];
  }
}
declare module 'convert-units' {
  export default function convert(value: number): { from(unit: string): { to(unit: string): number } };
}
