// Level 2 of the World Geographical Scheme for Recording Plant Distributions (Brummitt 2001, TDWG), and which of its regions the
// countries and states of the open outlines lie in. Codes and borders are told from memory of the scheme.

const COUNTRIES: Readonly<Record<number, string>> = {
  10: 'Denmark|Faeroe Is.|Finland|Iceland|Ireland|Isle of Man|Norway|Sweden|United Kingdom|Åland',
  11: 'Austria|Belgium|Czechia|Germany|Hungary|Liechtenstein|Luxembourg|Netherlands|Poland|Slovakia|Switzerland',
  12: 'Andorra|France|Guernsey|Jersey|Monaco|Portugal|Spain',
  13: 'Albania|Bosnia and Herz.|Bulgaria|Croatia|Greece|Italy|Kosovo|Macedonia|Malta|Montenegro|Romania|San Marino|Serbia|Slovenia|Vatican',
  14: 'Belarus|Estonia|Latvia|Lithuania|Moldova|Russia|Ukraine',
  20: 'Algeria|Egypt|Libya|Morocco|Tunisia|W. Sahara',
  21: 'Cabo Verde',
  22: "Benin|Burkina Faso|Côte d'Ivoire|Gambia|Ghana|Guinea|Guinea-Bissau|Liberia|Mali|Mauritania|Niger|Nigeria|Senegal|Sierra Leone|Togo",
  23: 'Burundi|Cameroon|Central African Rep.|Congo|Dem. Rep. Congo|Eq. Guinea|Gabon|Rwanda|São Tomé and Principe',
  24: 'Chad|Djibouti|Eritrea|Ethiopia|S. Sudan|Somalia|Somaliland|Sudan',
  25: 'Kenya|Tanzania|Uganda',
  26: 'Angola|Malawi|Mozambique|Zambia|Zimbabwe',
  27: 'Botswana|Lesotho|Namibia|South Africa|eSwatini',
  28: 'Saint Helena',
  29: 'Br. Indian Ocean Ter.|Comoros|Indian Ocean Ter.|Madagascar|Mauritius|Seychelles',
  32: 'Kazakhstan|Kyrgyzstan|Tajikistan|Turkmenistan|Uzbekistan',
  33: 'Armenia|Azerbaijan|Georgia',
  34: 'Afghanistan|Cyprus|Iran|Iraq|Israel|Jordan|Lebanon|N. Cyprus|Palestine|Syria|Turkey',
  35: 'Bahrain|Kuwait|Oman|Qatar|Saudi Arabia|United Arab Emirates|Yemen',
  36: 'China|Hong Kong|Macao',
  37: 'Mongolia',
  38: 'Japan|North Korea|South Korea|Taiwan',
  40: 'Bangladesh|Bhutan|India|Maldives|Nepal|Pakistan|Siachen Glacier|Sri Lanka',
  41: 'Cambodia|Laos|Myanmar|Thailand|Vietnam',
  42: 'Brunei|Indonesia|Malaysia|Philippines|Singapore|Timor-Leste',
  43: 'Papua New Guinea|Solomon Is.',
  50: 'Ashmore and Cartier Is.|Australia|Norfolk Island',
  51: 'New Zealand',
  60: 'Fiji|Nauru|New Caledonia|Niue|American Samoa|Samoa|Tonga|Vanuatu|Wallis and Futuna Is.',
  61: 'Cook Is.|Fr. Polynesia|Pitcairn Is.',
  62: 'Guam|Kiribati|Marshall Is.|Micronesia|N. Mariana Is.|Palau',
  70: 'Greenland',
  72: 'Canada|St. Pierre and Miquelon',
  79: 'Mexico',
  80: 'Belize|Costa Rica|El Salvador|Guatemala|Honduras|Nicaragua|Panama',
  81: 'Anguilla|Antigua and Barb.|Aruba|Bahamas|Barbados|Bermuda|British Virgin Is.|Cayman Is.|Cuba|Curaçao|Dominica|Dominican Rep.|Grenada|Haiti|Jamaica|Montserrat|Puerto Rico|Saint Lucia|Sint Maarten|St-Barthélemy|St-Martin|St. Kitts and Nevis|St. Vin. and Gren.|Trinidad and Tobago|Turks and Caicos Is.|U.S. Virgin Is.',
  82: 'Guyana|Suriname|Venezuela',
  83: 'Bolivia|Colombia|Ecuador|Peru',
  84: 'Brazil',
  85: 'Argentina|Chile|Paraguay|Uruguay',
  90: 'Falkland Is.|Fr. S. Antarctic Lands|Heard I. and McDonald Is.|S. Geo. and the Is.',
  91: 'Antarctica',
};

const STATES: Readonly<Record<number, string>> = {
  63: 'Hawaii',
  70: 'Alaska',
  73: 'Colorado|Idaho|Montana|Oregon|Washington|Wyoming',
  74: 'Illinois|Iowa|Kansas|Minnesota|Missouri|Nebraska|North Dakota|Oklahoma|South Dakota|Wisconsin',
  75: 'Connecticut|Indiana|Maine|Massachusetts|Michigan|New Hampshire|New Jersey|New York|Ohio|Pennsylvania|Rhode Island|Vermont|West Virginia',
  76: 'Arizona|California|Nevada|Utah',
  77: 'New Mexico|Texas',
  78: 'Alabama|Arkansas|Delaware|District of Columbia|Florida|Georgia|Kentucky|Louisiana|Maryland|Mississippi|North Carolina|South Carolina|Tennessee|Virginia',
  60: 'American Samoa',
  62: 'Guam|Commonwealth of the Northern Mariana Islands',
  81: 'Puerto Rico|United States Virgin Islands',
};

const byName = (table: Readonly<Record<number, string>>): ReadonlyMap<string, number> =>
  new Map(Object.entries(table).flatMap(([code, names]) => names.split('|').map((name) => [name, Number(code)] as const)));
const COUNTRY = byName(COUNTRIES);
const STATE = byName(STATES);

/** Region of a state of the outlines, or null for one that is not in the table. */
export const regionOfState = (name: string): number | null => STATE.get(name) ?? null;

/**
 * Region of a place in a country of the outlines. Countries that reach over several regions are cut along meridians and parallels
 * near the scheme's borders, so within a degree or two of such a border the answer may be that of the neighbour.
 * @returns null for a country that is not in the table
 */
export function regionOfCountry(name: string, longitude: number, latitude: number): number | null {
  switch (name) {
    case 'Russia':
      if (longitude > 36 && longitude < 49 && latitude < 45.5) return 33;
      if (longitude >= 0 && longitude < 60) return 14;
      if (longitude < 0 || longitude > 150 || (longitude > 131 && latitude < 62) || (longitude > 120 && latitude < 56)) return 31;
      return 30;
    case 'Turkey':
      return longitude < 29 && latitude > 40.3 ? 13 : 34;
    case 'Canada':
      if (latitude >= 60 && longitude < -64.5) return 70;
      return longitude < -95.15 ? 71 : 72;
    case 'Indonesia':
      return longitude > 131 ? 43 : 42;
    case 'Spain':
    case 'Portugal':
      return longitude < -12 ? 21 : 12;
    case 'France':
      if (longitude < -45) return latitude > 10 ? 81 : 82;
      return latitude < 0 ? 29 : 12;
    case 'Ecuador':
      return 83;
    case 'South Africa':
      return latitude < -45 ? 90 : 27;
    case 'Norway':
      return latitude < 0 ? 90 : 10;
    default:
      return COUNTRY.get(name) ?? null;
  }
}
