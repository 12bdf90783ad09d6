"""The same chain as `npm run bench -- sun`, in pvlib with numpy: sun, Erbs, Hay-Davies on three planes, a year of hours.

Prints the median of several runs in milliseconds, and the year's sum on each plane, as JSON.
"""
import json
import time

import numpy as np
import pandas as pd
import pvlib

LAT, LON, RUNS = 41.6, -7.3, 15
times = pd.date_range("2001-01-01 00:30", periods=8760, freq="h", tz="UTC")
days = times.day_of_year.to_numpy()
hours = np.arange(8760)
ghi = np.maximum(0, 800 * np.sin((hours % 24 - 6) / 12 * np.pi)) * (0.6 + 0.4 * np.sin(hours / 37.0))
planes = [(35, 180), (22, 90), (22, 270)]


def chain():
    sun = pvlib.solarposition.get_solarposition(times, LAT, LON)
    zenith = sun["zenith"].to_numpy()
    azimuth = sun["azimuth"].to_numpy()
    split = pvlib.irradiance.erbs(ghi, zenith, days)
    extra = pvlib.irradiance.get_extra_radiation(days, solar_constant=1361.1, method="spencer")
    sums = []
    for tilt, facing in planes:
        sky = pvlib.irradiance.haydavies(tilt, facing, split["dhi"], split["dni"], extra, zenith, azimuth)
        incidence = pvlib.irradiance.aoi(tilt, facing, zenith, azimuth)
        ground = pvlib.irradiance.get_ground_diffuse(tilt, ghi, 0.2)
        beam = np.where(zenith < 89.5, np.maximum(split["dni"] * np.cos(np.radians(incidence)), 0), 0)
        sums.append(float(np.nansum(beam + sky + ground) / 1000))
    return sums


sums = chain()
took = []
for _ in range(RUNS):
    began = time.perf_counter()
    chain()
    took.append((time.perf_counter() - began) * 1000)
print(json.dumps({"version": pvlib.__version__, "medianMs": float(np.median(took)), "sums": sums}))
