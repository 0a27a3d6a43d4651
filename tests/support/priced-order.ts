/** Ten patches of eleven that are sewn, two heads where one would take half as long again. */
export const PRICED = {
  quantity: 10,
  loads: 11,
  materials: [{ label: 'felt', amount: 0.01, unit: 'm2', costPerUnit: 1200 }],
  threadM: 8,
  threadCostPerM: 0.5,
  machineSeconds: 400,
  machineRate: 900,
  handSeconds: 300,
  handRate: 1800,
  overhead: 0.1,
  margin: 0.2,
  setupSeconds: 600,
  shareSaved: 0.5,
};
