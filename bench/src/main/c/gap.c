/* The arithmetic of GapKernel as a plain C loop, to hold its rate against: 300,000 points, four influences, both sides, 240
   frames, two threads. cc -O3 -o gap gap.c -lm -lpthread && ./gap */
#include <stdio.h>
#include <stdlib.h>
#include <math.h>
#include <pthread.h>
#include <time.h>
enum{n=300000,J=60,T=240};
double*pts,*m,*m2;int*st,*sl;float*w;double res[2];
static inline void side(int p,const double*k,double*o){double x=pts[3*p],y=pts[3*p+1],z=pts[3*p+2];double a=0,b=0,c=0;
 for(int i=st[p];i<st[p+1];i++){double v=w[i];const double*q=k+12*sl[i];a+=v*(q[0]*x+q[1]*y+q[2]*z+q[3]);b+=v*(q[4]*x+q[5]*y+q[6]*z+q[7]);c+=v*(q[8]*x+q[9]*y+q[10]*z+q[11]);}o[0]=a;o[1]=b;o[2]=c;}
void*run(void*v){long c=(long)v;double tot=0;for(int t=0;t<T;t++){double worst=0,sum=0;for(int p=c*n/2;p<(c+1)*n/2;p++){double A[3],B[3];side(p,m+t*J*12,A);side(p,m2+t*J*12,B);double x=A[0]-B[0],y=A[1]-B[1],z=A[2]-B[2];double d=sqrt(x*x+y*y+z*z);sum+=d;if(d>worst)worst=d;}tot+=worst+sum*1e-9;}res[c]=tot;return 0;}
int main(){pts=malloc(8*3*n);m=malloc(8L*J*12*T);m2=malloc(8L*J*12*T);st=malloc(4*(n+1));sl=malloc(16*n);w=malloc(16*n);
for(int i=0;i<3*n;i++)pts[i]=drand48();for(int i=0;i<J*12*T;i++){m[i]=drand48();m2[i]=drand48();}st[0]=0;
for(int i=0;i<n;i++){st[i+1]=4*i+4;int b=(long)i*(J-4)/n;for(int k=0;k<4;k++){sl[4*i+k]=b+k;w[4*i+k]=.25;}}
for(int r=0;r<5;r++){struct timespec a,b;clock_gettime(CLOCK_MONOTONIC,&a);pthread_t t[2];for(long c=0;c<2;c++)pthread_create(t+c,0,run,(void*)c);for(int c=0;c<2;c++)pthread_join(t[c],0);clock_gettime(CLOCK_MONOTONIC,&b);printf("C %.3f s %f\n",b.tv_sec-a.tv_sec+(b.tv_nsec-a.tv_nsec)/1e9,res[0]);}}
