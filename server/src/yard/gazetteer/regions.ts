/** States and provinces by name where the law or a label may name them; by the codes of GeoNames. */
const regionsOf: Record<string, string> = {
  US: 'AL Alabama,AK Alaska,AZ Arizona,AR Arkansas,CA California,CO Colorado,CT Connecticut,DE Delaware,DC District of Columbia,FL Florida,GA Georgia,HI Hawaii,ID Idaho,IL Illinois,IN Indiana,IA Iowa,KS Kansas,KY Kentucky,LA Louisiana,ME Maine,MD Maryland,MA Massachusetts,MI Michigan,MN Minnesota,MS Mississippi,MO Missouri,MT Montana,NE Nebraska,NV Nevada,NH New Hampshire,NJ New Jersey,NM New Mexico,NY New York,NC North Carolina,ND North Dakota,OH Ohio,OK Oklahoma,OR Oregon,PA Pennsylvania,RI Rhode Island,SC South Carolina,SD South Dakota,TN Tennessee,TX Texas,UT Utah,VT Vermont,VA Virginia,WA Washington,WV West Virginia,WI Wisconsin,WY Wyoming',
  CA: '01 Alberta,02 British Columbia,03 Manitoba,04 New Brunswick,05 Newfoundland and Labrador,07 Nova Scotia,08 Ontario,09 Prince Edward Island,10 Quebec,11 Saskatchewan,12 Yukon,13 Northwest Territories,14 Nunavut',
  GB: 'ENG England,NIR Northern Ireland,SCT Scotland,WLS Wales',
  AU: '01 Australian Capital Territory,02 New South Wales,03 Northern Territory,04 Queensland,05 South Australia,06 Tasmania,07 Victoria,08 Western Australia',
  NZ: 'E7 Auckland,E8 Bay of Plenty,E9 Canterbury,F1 Gisborne,F2 Hawke’s Bay,F3 Manawatu-Wanganui,F4 Marlborough,F5 Nelson,F6 Northland,F7 Otago,F8 Southland,F9 Taranaki,G1 Waikato,G2 Wellington,G3 West Coast,TAS Tasman',
  ZA: '02 KwaZulu-Natal,03 Free State,05 Eastern Cape,06 Gauteng,07 Mpumalanga,08 Northern Cape,09 Limpopo,10 North West,11 Western Cape',
}
const named = new Map(
  Object.entries(regionsOf).flatMap(([country, line]) =>
    line.split(',').map((entry) => {
      const [code = ''] = entry.split(' ', 1)
      return [`${country}.${code}`, entry.slice(code.length + 1)] as const
    }),
  ),
)

/** A state or province by its code; null where none is known by name. */
export const regionName = (country: string, code: string): string | null =>
  named.get(`${country}.${code}`) ?? null
