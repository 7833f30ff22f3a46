cd /tmp && rm -f *.cpuprofile; node --cpu-prof --cpu-prof-dir=/tmp --import tsx /work/main/scratch/find.mts 'small van'
